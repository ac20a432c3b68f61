import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';
import { ACCEPTS, runOnce } from '../app/tests/practice.ts';
import type { Answer } from '../app/tests/practice.ts';

const desk = useDesk();
const { start, change } = desk;

const words = (message: Answer['json']): string => JSON.stringify(message.body);

describe('the signature', () => {
  it('follows the sender, to another person, to one of the practice’s own, and back', async () => {
    const mine = await start({});
    expect(words(mine)).toContain('Maud Tidewell');
    const forMaud = await change(mine.id, { sender: 'responsible' });
    expect(forMaud.from.name).toBe('Jonas Roe');
    expect(words(forMaud)).toContain('Jonas Roe');
    expect(words(forMaud)).not.toContain('Maud Tidewell');
    const team = await change(mine.id, { sender: 'sender:accounts' });
    expect(words(team)).toContain('Tidewell & Roe Accounts');
    expect(words(team)).not.toContain('Jonas Roe');
    const back = await change(mine.id, { sender: null });
    expect(words(back)).toBe(words(mine));
  });

  it('can be another that its sender has, and only then', async () => {
    const { json: made } = await desk.client.call('POST', '/passages', {
      name: 'Maud, short',
      body: { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'M. T.' }] }] },
    });
    const mine = await start({});
    const foreign = await desk.client.call('PATCH', `/messages/${mine.id}`, { signature: made.id });
    expect(foreign.status).toBe(404);
    const me = (await desk.client.call('GET', '/session')).json.user.id;
    await desk.client.call('PATCH', `/signatures/${me}`, { further: [made.id] });
    const short = await change(mine.id, { signature: made.id });
    expect(short.signatures.map(({ name }: { name: string }) => name)).toContain('Maud, short');
    expect(words(short)).toContain('M. T.');
    expect(words(short)).not.toContain('Maud Tidewell');
    expect(words(await change(mine.id, { signature: null }))).toBe(words(mine));
  });

  it('that was written over by hand stays as its writer left it', async () => {
    const mine = await start({});
    const body = JSON.parse(words(mine).replaceAll('"text":"Maud Tidewell"', '"text":"J. R."'));
    await change(mine.id, { body });
    expect(words(await change(mine.id, { sender: 'responsible' }))).toContain('J. R.');
  });
});

describe('somebody who writes for another', () => {
  it('may where that one allows it: sender, greeting and signature are the other’s, the entry says who did it', async () => {
    const { client, services } = desk;
    const senders = async (id: string) =>
      (await client.call('GET', `/messages/${id}`)).json.senders.map(
        ({ choice }: { choice: string }) => choice,
      );
    const { id } = await desk.start({});
    expect(await senders(id)).not.toContain('person:person-petra');

    await client.signIn('petra@tidewell-roe.example');
    await client.call('PATCH', '/profile', { writers: ['person-maud'] });
    await client.signIn('maud@tidewell-roe.example');
    expect(await senders(id)).toContain('person:person-petra');
    const changed = await desk.change(id, { sender: 'person:person-petra' });
    expect(changed.from).toEqual({ name: 'Petra Lindqvist', address: 'petra@tidewell-roe.example' });
    expect(changed.text).toContain('Petra Lindqvist');
    expect(changed.text).not.toContain('Maud Tidewell');

    const lent = await desk.start({});
    await desk.change(lent.id, {
      sender: 'person:person-petra',
      to: [{ address: 'somebody@mail.example' }],
      subject: 'For Petra',
    });
    const { notes: seen } = (await client.call('POST', `/messages/${lent.id}/check`)).json;
    const acknowledged = seen.map(({ code }: { code: string }) => code);
    await client.call('POST', `/messages/${lent.id}/send`, { acknowledged, holdSeconds: 0 });
    await runOnce(services, ACCEPTS);
    const entry = await services.db('entries').where({ message_id: lent.id }).first();
    expect([entry.author_id, JSON.parse(entry.people).from.address]).toEqual([
      'person-maud',
      'petra@tidewell-roe.example',
    ]);

    // What is no longer allowed goes out under nobody, and is stopped.
    await client.signIn('petra@tidewell-roe.example');
    await client.call('PATCH', '/profile', { writers: [] });
    await client.signIn('maud@tidewell-roe.example');
    const { from } = (await client.call('GET', `/messages/${id}`)).json;
    expect(from.address).toBe('');
    const { notes } = (await client.call('POST', `/messages/${id}/check`)).json;
    expect(
      notes.some(
        ({ severity, code }: { severity: string; code: string }) =>
          severity === 'stop' && /sender/i.test(code),
      ),
    ).toBe(true);
  });
});
