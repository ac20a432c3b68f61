import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Answer, Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let matterId: string;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  // Maud writes; Jonas is responsible.
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
});
afterAll(async () => {
  await client.close();
  await services.close();
});

const start = async (body: object): Promise<Answer['json']> =>
  (await client.call('POST', `/matters/${matterId}/messages`, body)).json;
const change = async (id: string, body: object): Promise<Answer['json']> =>
  (await client.call('PATCH', `/messages/${id}`, body)).json;
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

  it('that was written over by hand stays as its writer left it', async () => {
    const mine = await start({});
    const body = JSON.parse(words(mine).replaceAll('"text":"Maud Tidewell"', '"text":"J. R."'));
    await change(mine.id, { body });
    expect(words(await change(mine.id, { sender: 'responsible' }))).toContain('J. R.');
  });
});
