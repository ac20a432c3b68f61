import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';
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
