import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';

const desk = useDesk();

describe('whom to write to', () => {
  const offers = async (words: string, channel = 'email') =>
    (
      await desk.client.call(
        'GET',
        `/matters/${desk.matterId}/recipients?words=${encodeURIComponent(words)}&channel=${channel}`,
      )
    ).json;

  it('is found over name, role, organisation and address, this matter’s parties first', async () => {
    const nothing = await offers('');
    expect(nothing.people[0]).toMatchObject({ name: 'Ines Okafor', roles: ['client', 'owner'] });
    expect((await offers('broker')).people[0].name).toBe('Verity Sands');
    expect((await offers('okafor harb')).people.map(({ name }: { name: string }) => name)).toEqual([
      'Ines Okafor',
    ]);
    expect((await offers('SIOBHAN')).people[0].name).toBe('Siobhán O’Dea');
    const slip = (await offers('hallam slip')).people.filter(
      ({ name }: { name: string }) => name === 'Hallam Slip',
    );
    expect(slip.map(({ label, why }: { label: string; why: string }) => [label, why])).toEqual([
      ['work', 'preferred'],
      ['accounts', 'other'],
    ]);
    expect((await offers('ines', 'text')).people[0].address).toMatch(/^07700 /);
    expect((await offers('ines', 'letter')).people[0].address).toContain('\n');
  });

  it('may be a group that was kept', async () => {
    const members = [{ name: 'A', address: 'a@x.example' }];
    const group = (await desk.client.call('POST', '/recipient-groups', { name: 'The yards', members })).json;
    expect((await offers('yards')).groups).toEqual([group]);
    expect((await desk.client.call('DELETE', `/recipient-groups/${group.id}`)).status).toBe(200);
    expect((await desk.client.call('DELETE', `/recipient-groups/${group.id}`)).status).toBe(404);
    expect((await offers('yards')).groups).toEqual([]);
  });
});
