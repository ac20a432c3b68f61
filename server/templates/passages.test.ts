import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('idris@tidewell-roe.example');
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

const body = (words: string) => ({
  type: 'doc',
  version: 1,
  content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
});
const made = async (name: string, words: string) =>
  (await client.call('POST', '/passages', { name, body: body(words) })).json;
const passage = async (id: string) => (await client.call('GET', `/passages/${id}`)).json;
const change = (id: string, baseVersionId: string, part: object) =>
  client.call('PATCH', `/passages/${id}`, { baseVersionId, ...part });

describe('a passage', () => {
  it('keeps every wording it had, and goes back to one as a new version', async () => {
    const first = await made('Bank details', 'Account 12 00744.');
    const second = (
      await change(first.id, first.versionId, { body: body('Account 99 00744.'), why: 'New bank' })
    ).json;
    expect(second.versionId).not.toBe(first.versionId);
    const back = (await client.call('POST', `/passages/${first.id}/versions/${first.versionId}/restore`))
      .json;
    expect(JSON.stringify(back.body)).toContain('12 00744');
    expect(back.versions).toHaveLength(3);
    expect([first.versionId, second.versionId]).not.toContain(back.versionId);
    expect(await passage(first.id)).toEqual(back);
  });

  it('is not gone back to where there is no such version', async () => {
    const one = await made('Alone', 'Words.');
    const other = await made('Other', 'Other words.');
    const restore = (version: string) =>
      client.call('POST', `/passages/${one.id}/versions/${version}/restore`);
    expect((await restore('no-such-version')).status).toBe(404);
    expect((await restore(other.versionId)).status).toBe(404);
    expect((await passage(one.id)).versions).toHaveLength(1);
  });

  it('is not written over by somebody who has not seen what it says by now', async () => {
    const one = await made('Two hands', 'Before.');
    expect((await change(one.id, one.versionId, { body: body('Mine.') })).status).toBe(200);
    const late = await change(one.id, one.versionId, { body: body('Yours.') });
    expect([late.status, late.json.code]).toEqual([409, 'passageChanged']);
    expect(JSON.stringify((await passage(one.id)).body)).toContain('Mine.');
  });
});

describe('signatures', () => {
  const signatures = async () => (await client.call('GET', '/signatures')).json.people;
  const maud = async () =>
    (await signatures()).find(({ name }: { name: string }) => name === 'Maud Tidewell');

  it('are one for each person, chosen once for every letter', async () => {
    const before = await maud();
    const short = await made('Maud, in short', 'M. T.');
    const chosen = await client.call('PATCH', `/signatures/${before.id}`, { passageId: short.id });
    expect(chosen.status).toBe(200);
    expect((await maud()).passageId).toBe(short.id);

    await client.signIn('maud@tidewell-roe.example');
    const { items } = (await client.call('GET', '/matters?query=SV-2041')).json;
    const message = (await client.call('POST', `/matters/${items[0].id}/messages`, {})).json;
    expect(message.text).toContain('M. T.');
    await client.signIn('idris@tidewell-roe.example');
    await client.call('PATCH', `/signatures/${before.id}`, { passageId: before.passageId });
  });

  it('are a passage that there is, or none', async () => {
    const { id, passageId } = await maud();
    const choose = (chosen: string | null) =>
      client.call('PATCH', `/signatures/${id}`, { passageId: chosen });
    expect((await choose('no-such-passage')).status).toBe(404);
    expect((await maud()).passageId).toBe(passageId);
    expect((await choose(null)).status).toBe(200);
    expect((await maud()).passageId).toBeNull();
    await choose(passageId);
  });
});
