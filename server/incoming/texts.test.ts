import { createServer } from 'node:http';
import type { Server } from 'node:http';
import { mkdtemp, rm } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, serve } from '../app/tests/practice.ts';
import type { Client, TestPractice } from '../app/tests/practice.ts';
import { insertEntry } from '../correspondence/fileQueries.ts';
import type { NewEntry } from '../correspondence/entry.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import { asId } from '../../core/model/ids.ts';
import { receiveText } from './receiveText.ts';
import { startTextReader } from './textReader.ts';

let services: TestPractice;
let client: Client;
const matters: Record<string, string> = {};

beforeAll(async () => {
  services = await openPractice();
  await services.db('incoming').delete();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  for (const reference of ['SV-2041', 'SV-2044'])
    matters[reference] = (await client.call('GET', `/matters?query=${reference}`)).json.items[0].id;
});
afterAll(async () => {
  await client.close();
  await services.close();
});

let count = 0;
/** A text message that went from a matter to a number. */
async function wrote(reference: string, number: string, daysAgo = 0): Promise<string> {
  count += 1;
  const atUtc = services.now() - daysAgo * 86_400_000;
  const entry: NewEntry = {
    id: asId(`text-${count}`),
    matterId: asId(matters[reference] ?? ''),
    direction: 'out',
    channel: 'text',
    occurredAtUtc: atUtc,
    filedAtUtc: atUtc,
    subject: '',
    opening: 'Can we come on Tuesday at nine?',
    category: 'Text message',
    people: {
      from: { name: 'Maud Tidewell', address: '+44 7700 900000' },
      to: [{ name: '', address: number }],
      cc: [],
      bcc: [],
    },
    attachments: [],
    rawBlob: await services.blobs.put(Buffer.from('Can we come on Tuesday at nine?')),
    rawBytes: 31,
    internetMessageId: `<text-${count}@tidewell-roe.example>`,
    references: [],
    messageId: null,
    templateVersionId: null,
    authorId: null,
    refusals: [],
    cautionsOverridden: [],
  };
  await inTransaction(services.db, (tx) => insertEntry(tx, entry));
  return entry.id;
}

const came = (from: string, text: string, more: object = {}) => {
  count += 1;
  return receiveText(services, services.everything, {
    id: String(count),
    from,
    to: '+447700900000',
    text,
    receivedAtUtc: services.now(),
    ...more,
  });
};
const entriesOf = async (reference: string) =>
  (await client.call('GET', `/matters/${matters[reference]}/correspondence`)).json.items;
const tray = async () => (await client.call('GET', '/in-tray')).json.items;

describe('an answer to a text message', () => {
  it('is filed on the only matter its number was written to, in the conversation, as it came', async () => {
    const sentId = await wrote('SV-2041', '07700 900811');
    const { outcome } = await came('+447700900811', 'Yes, Tuesday is fine – see you\nthere 👍');
    expect(outcome).toBe('filed');
    const [entry] = await entriesOf('SV-2041');
    expect(entry).toMatchObject({ direction: 'in', channel: 'text', authenticated: 'unknown' });
    const { json } = await client.call('GET', `/correspondence/${entry.id}`);
    expect(json.text).toBe('Yes, Tuesday is fine – see you\nthere 👍');
    const sent = (await entriesOf('SV-2041')).find(({ id }: { id: string }) => id === sentId);
    expect(entry.conversationId).toBe(sent.conversationId);
  });

  it('is known again, however often the gateway hands it on', async () => {
    await wrote('SV-2041', '+44 7700 900812');
    const outcomes = [];
    for (let n = 0; n < 3; n += 1)
      outcomes.push((await came('+447700900812', 'On my way', { id: 'same' })).outcome);
    expect(outcomes).toEqual(['filed', 'known', 'known']);
  });

  it('waits where its number was written to on two matters, and names both', async () => {
    await wrote('SV-2041', '07700 900813');
    await wrote('SV-2044', '07700 900813', 3);
    const { id, outcome } = await came('+447700900813', 'Which boat do you mean?');
    expect(outcome).toBe('waiting');
    const item = (await tray()).find((one: { id: string }) => one.id === id);
    expect(item.channel).toBe('text');
    expect(item.suggestions.map(({ reference }: { reference: string }) => reference)).toEqual([
      'SV-2041',
      'SV-2044',
    ]);
    const filed = await client.call('POST', `/in-tray/${id}/file`, { matterIds: [matters['SV-2044']] });
    expect(filed.status).toBe(200);
    expect((await entriesOf('SV-2044'))[0]).toMatchObject({ channel: 'text', direction: 'in' });
  });

  it('waits where nothing was written to its number lately, with the matters its holder is on', async () => {
    await wrote('SV-2041', '07700 900814', 45);
    const stale = await came('+447700900814', 'Is the report done?');
    expect(stale.outcome).toBe('waiting');
    const stranger = await came('+4791234567', 'Hei, er det noen der?');
    expect(stranger.outcome).toBe('waiting');
    const { json } = await client.call('GET', `/in-tray/${stranger.id}`);
    expect([json.text, json.suggestions, json.from.address]).toEqual([
      'Hei, er det noen der?',
      [],
      '+4791234567',
    ]);
  });

  it('is answered by a text message to the number it came from', async () => {
    await wrote('SV-2041', '07700 900815');
    await came('+447700900815', 'What time?');
    const [entry] = await entriesOf('SV-2041');
    const start = { inReplyTo: entry.id, answer: 'sender' };
    const { json } = await client.call('POST', `/matters/${matters['SV-2041']}/messages`, start);
    expect(json.channel).toBe('text');
    expect(json.to.map(({ address }: { address: string }) => address)).toEqual(['+447700900815']);
  });

  it('is answered by mail at the mail address of whoever holds the number', async () => {
    const held = await services
      .db('contact_addresses')
      .join('parties', 'parties.contact_id', 'contact_addresses.contact_id')
      .where({ matter_id: matters['SV-2041'], kind: 'phone' })
      .first('contact_addresses.contact_id', 'value');
    const number = String(held.value);
    await wrote('SV-2041', number);
    await came(number.replaceAll(' ', ''), 'Please write it down for me.');
    const [entry] = await entriesOf('SV-2041');
    const { json } = await client.call('POST', `/matters/${matters['SV-2041']}/messages`, {
      inReplyTo: entry.id,
      answer: 'sender',
      channel: 'email',
    });
    const mail = await services
      .db('contact_addresses')
      .where({ contact_id: held.contact_id, kind: 'email' })
      .pluck('value');
    expect(mail).toContain(json.to[0].address);
  });

  it.each([
    ['a time before there were text messages', { receivedAtUtc: -8e15 }],
    ['a time to come', { receivedAtUtc: Number.MAX_SAFE_INTEGER }],
    ['400,000 letters', { text: 'x'.repeat(400_000) }],
    ['no words at all', { text: '' }],
  ])('with %s makes nothing unopenable', async (_what, odd) => {
    await wrote('SV-2041', '07700 900816');
    const { outcome } = await came('+447700900816', 'odd', odd);
    expect(outcome).toBe('filed');
    const [entry] = await entriesOf('SV-2041');
    expect((await client.call('GET', `/correspondence/${entry.id}`)).status).toBe(200);
    expect((await client.call('GET', `/matters/${matters['SV-2041']}`)).status).toBe(200);
  });
});

describe('reading a gateway', () => {
  let server: Server;
  let url: string;
  let answers: string[] = [];
  const asked: string[] = [];
  let folder: string;
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'officium-gateway-'));
    server = createServer((request, response) => {
      asked.push(request.url ?? '');
      response.end(answers.shift() ?? '{"items":[]}');
    });
    await new Promise<void>((done) => {
      server.listen(0, '127.0.0.1', done);
    });
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/replies`;
  });
  afterAll(async () => {
    server.closeAllConnections();
    server.close();
    await rm(folder, { recursive: true, force: true });
  });
  const until = async (holds: () => boolean): Promise<void> => {
    for (const end = Date.now() + 10_000; Date.now() < end && !holds();)
      await new Promise((done) => setTimeout(done, 20));
    expect(holds()).toBe(true);
  };

  it('keeps what it hands on, passes over what is no text message, and goes on from the last', async () => {
    await wrote('SV-2041', '07700 900817');
    const reply = { from: '+447700900817', to: '', receivedAtUtc: services.now() };
    answers = [
      JSON.stringify({
        items: [
          { ...reply, id: 7, text: 'Second' },
          { ...reply, id: 5, text: 'First' },
          { id: 6, from: 'BANK', text: 'Your account' },
          { text: 'nobody' },
          null,
        ],
      }),
    ];
    const reader = startTextReader(services, url);
    await until(() => asked.length > 0 && answers.length === 0);
    const words = async () =>
      (await entriesOf('SV-2041')).slice(0, 2).map(({ opening }: { opening: string }) => opening);
    for (const end = Date.now() + 10_000; Date.now() < end && (await words())[0] !== 'Second';)
      await new Promise((done) => setTimeout(done, 20));
    await reader.stop();
    expect(await words()).toEqual(['Second', 'First']);
    const again = startTextReader(services, url);
    const before = asked.length;
    await until(() => asked.length > before);
    await again.stop();
    expect(asked.at(-1)).toBe('/replies?after=7');
  });

  it.each(['not of this protocol', '{"items":{}}', 'x'.repeat(6_000_000)])(
    'bears an answer that is none (%#)',
    async (odd) => {
      answers = [odd];
      const before = asked.length;
      const reader = startTextReader(services, url);
      await until(() => asked.length > before && answers.length === 0);
      await reader.stop();
      expect((await client.call('GET', '/health')).status).toBe(200);
    },
  );
});
