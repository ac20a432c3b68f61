import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';

let services: TestPractice;
let client: Client;
let here: { id: string; reference: string };
let there: { id: string; reference: string; title: string };

beforeAll(async () => {
  services = await openPractice();
  await services.db('incoming').delete();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  here = (await client.call('GET', '/matters?query=SV-2041')).json.items[0];
  const { items } = (await client.call('GET', '/matters?limit=20')).json;
  there = items.find(({ id }: { id: string }) => id !== here.id);
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

const LONG = `${'They talked of the weather for a long while. '.repeat(12)}Then of the bobstay.`;
const correspondence = async (matterId: string) =>
  (await client.call('GET', `/matters/${matterId}/correspondence`)).json.items;
const opened = async (id: string) => (await client.call('GET', `/correspondence/${id}`)).json;
const found = async (words: string) =>
  (await client.call('GET', `/correspondence?words=${words}`)).json.items.map(
    ({ entryId }: { entryId: string }) => entryId,
  );
const note = (change: object = {}, matterId = here.id) =>
  client.call('POST', `/matters/${matterId}/notes`, {
    category: 'Call',
    subject: 'Call with the yard',
    text: LONG,
    ...change,
  });
const receive = async (subject: string, text: string): Promise<string> => {
  const { bytes } = await mailOf({
    from: 'Bo <bo@fjord.example>',
    to: ['office@tidewell-roe.example'],
    subject,
    text,
  });
  const { id } = await receiveMail(services, services.everything, {
    bytes,
    source: 'file',
    deliveredTo: [],
    matterId: here.id,
  });
  return JSON.parse((await services.db('incoming').where({ id }).first()).entry_ids)[0];
};

describe('a note', () => {
  it('is filed, sealed and opened like a letter, and found by all of its words', async () => {
    const { status, json } = await note();
    expect(status).toBe(201);
    const entry = await opened(json.id);
    expect(entry).toMatchObject({
      direction: 'note',
      channel: 'note',
      category: 'Call',
      subject: 'Call with the yard',
      text: LONG,
      from: { name: 'Maud Tidewell' },
    });
    expect(entry.seal).toMatch(/^[0-9a-f]{64}$/);
    expect(await found('bobstay')).toContain(json.id);
    expect((await correspondence(here.id))[0]).toMatchObject({ id: json.id, direction: 'note' });
  });

  it('is of when it was, and of no day that has not come', async () => {
    const before = await note({ occurredAtUtc: services.now() - 86_400_000 });
    expect((await opened(before.json.id)).occurredAtUtc).toBe(services.now() - 86_400_000);
    const ahead = await note({ occurredAtUtc: services.now() + 86_400_000 });
    expect((await opened(ahead.json.id)).occurredAtUtc).toBe(services.now());
  });

  it.each([
    ['without a subject', { subject: ' ' }],
    ['without a kind', { category: '' }],
    ['that is endless', { text: 'x'.repeat(40_001) }],
  ])('%s is refused', async (_what, change) => {
    expect((await note(change)).status).toBe(400);
  });

  it('waits for nobody’s answer', async () => {
    const { json } = await note({ subject: 'Nobody is asked' });
    const [entry] = (await correspondence(here.id)).filter(({ id }: { id: string }) => id === json.id);
    expect(entry.awaiting).toEqual({ kind: 'nothing' });
  });
});

describe('a correction', () => {
  it('is a note that points to what it corrects, which stays as it is', async () => {
    const wrong = (await note({ subject: 'Call on Monday' })).json.id;
    const before = await opened(wrong);
    const { json } = await note({ subject: 'It was Tuesday', text: 'Not Monday.', corrects: wrong });
    expect((await opened(json.id)).category).toBe('Correction');
    const after = await opened(wrong);
    expect(after.standing).toEqual({ kind: 'corrected', byEntryId: json.id });
    expect({ ...after, standing: null }).toEqual(before);
  });

  it('is made once, and only on the matter that the entry is on', async () => {
    const wrong = (await note({ subject: 'Once' })).json.id;
    expect((await note({ subject: 'First', corrects: wrong })).status).toBe(201);
    expect((await note({ subject: 'Second', corrects: wrong })).json.code).toBe('decidedMeanwhile');
    const other = (await note({ subject: 'Elsewhere' })).json.id;
    expect((await note({ subject: 'Wrong place', corrects: other }, there.id)).status).toBe(404);
  });
});

describe('moving an entry', () => {
  it('files the very same bytes there, leaves its trace here, and is found there by all of its words', async () => {
    const id = await receive(
      'About the capstan',
      `${'A long preamble without end. '.repeat(12)}The pawls are worn.`,
    );
    const before = await opened(id);
    const moved = await client.call('POST', `/correspondence/${id}/move`, { matterId: there.id });
    expect(moved.status).toBe(200);

    const stays = await opened(id);
    expect(stays.standing).toMatchObject({ kind: 'moved' });
    const trace = await opened(stays.standing.byEntryId);
    expect(trace.subject).toBe(`“About the capstan” was moved to ${there.reference}, ${there.title}`);
    const [copy] = (await correspondence(there.id)).filter(
      ({ subject }: { subject: string }) => subject === 'About the capstan',
    );
    expect(await opened(copy.id)).toMatchObject({
      text: before.text,
      rawBytes: before.rawBytes,
      standing: null,
    });
    const raw = async (entryId: string) => (await client.call('GET', `/correspondence/${entryId}/raw`)).bytes;
    expect((await raw(copy.id)).equals(await raw(id))).toBe(true);
    expect(await found('pawls')).toContain(copy.id);
  });

  it('is refused to where it is, to where nobody may see, and twice', async () => {
    const id = await receive('To be moved', 'Once.');
    const to = (matterId: string) => client.call('POST', `/correspondence/${id}/move`, { matterId });
    expect((await to(here.id)).status).toBe(400);
    expect((await to('no-such-matter')).status).toBe(404);
    expect((await to(there.id)).status).toBe(200);
    expect((await to(there.id)).json.code).toBe('decidedMeanwhile');
  });
});

describe('several at once', () => {
  it('are filed each on its own matter; what somebody else has filed meanwhile is passed over', async () => {
    const take = async (subject: string) => {
      const { bytes } = await mailOf({
        from: 'Nobody <nobody@elsewhere.example>',
        to: ['office@tidewell-roe.example'],
        subject,
        text: 'Words.',
      });
      return (await receiveMail(services, services.everything, { bytes, source: 'file', deliveredTo: [] }))
        .id;
    };
    const [one, two, three] = [await take('One'), await take('Two'), await take('Three')];
    await client.call('POST', `/in-tray/${two}/file`, { matterIds: [here.id] });
    const { json } = await client.call('POST', '/in-tray/file', {
      items: [
        { id: one, matterId: here.id },
        { id: two, matterId: there.id },
        { id: three, matterId: there.id },
      ],
    });
    expect(json.entries.map(({ matterId }: { matterId: string }) => matterId)).toEqual([here.id, there.id]);
    expect((await client.call('GET', '/in-tray')).json.count).toBe(0);
  });
});

describe('checking all of it, from the screen', () => {
  it('goes on in the background, says how far it is, and that all is as it was', async () => {
    let { json: job } = await client.call('POST', '/verifications');
    for (let n = 0; n < 400 && job.state === 'running'; n += 1) {
      await new Promise((done) => setTimeout(done, 25));
      ({ json: job } = await client.call('GET', `/verifications/${job.id}`));
    }
    expect(job.state).toBe('done');
    expect(job).toMatchObject({ sound: true, problem: null });
  });

  it('is nobody else’s to look at', async () => {
    const { json: job } = await client.call('POST', '/verifications');
    const other = await serve(services);
    await other.signIn('jonas@tidewell-roe.example');
    expect((await other.call('GET', `/verifications/${job.id}`)).status).toBe(404);
    await other.close();
  });
});
