import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

describe('whom to write to', () => {
  const offers = async (words: string, channel = 'email') =>
    (
      await client.call(
        'GET',
        `/matters/${matterId}/recipients?words=${encodeURIComponent(words)}&channel=${channel}`,
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
    const group = (await client.call('POST', '/recipient-groups', { name: 'The yards', members })).json;
    expect((await offers('yards')).groups).toEqual([group]);
    expect((await client.call('DELETE', `/recipient-groups/${group.id}`)).status).toBe(200);
    expect((await client.call('DELETE', `/recipient-groups/${group.id}`)).status).toBe(404);
    expect((await offers('yards')).groups).toEqual([]);
  });
});
