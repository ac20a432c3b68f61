import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { receiveMail } from '../incoming/receiveMail.ts';
import { startMessage } from '../messages/startMessage.ts';
import { NOW, openPractice, serve } from './tests/practice.ts';
import type { Client, TestPractice } from './tests/practice.ts';

/* Whatever stands in a row, however it came there: nothing that can be opened answers with a fault of ours. */

let services: TestPractice;
let client: Client;
let matterId: string;
let entryId: string;
let messageId: string;
let incomingId: string;

beforeAll(async () => {
  services = await openPractice();
  client = await serve(services);
  await client.signIn('maud@tidewell-roe.example');
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
  entryId = (await services.db('entries').where({ matter_id: matterId }).first()).id;
  const maud = await services.as('maud');
  messageId = (
    await startMessage(services, maud, matterId, {
      templateId: 'template-report',
      answers: { matters: 'she is sound' },
    })
  ).id;
  const { bytes } = await mailOf({
    from: 'stranger@elsewhere.example',
    to: ['office@tidewell-roe.example'],
    subject: 'A question',
    text: 'Hello',
  });
  await receiveMail(services, services.everything, { bytes, source: 'smtp', deliveredTo: [] });
  incomingId = (await services.db('incoming').where({ state: 'waiting' }).first()).id;
}, 60_000);
afterAll(async () => {
  await client.close();
  await services.close();
});

const screens = (): readonly string[] => [
  '/matters',
  `/matters/${matterId}`,
  `/matters/${matterId}/record`,
  `/matters/${matterId}/correspondence`,
  `/matters/${matterId}/recipients?words=a`,
  `/matters/${matterId}/shelf`,
  `/matters/${matterId}/shelf/template-report`,
  `/correspondence`,
  `/correspondence?words=the`,
  `/correspondence/${entryId}`,
  `/messages/${messageId}`,
  '/out-tray',
  '/in-tray',
  `/in-tray/${incomingId}`,
  '/today?whose=all',
  '/calendar',
  '/contacts',
  '/contact-duplicates',
  '/templates',
  `/templates/template-report/readiness`,
  '/template-fields',
  '/matter-types',
];

/** What no screen answers: a fault of ours. */
async function faults(): Promise<readonly string[]> {
  const found: string[] = [];
  for (const path of screens()) {
    const { status } = await client.call('GET', path);
    if (status >= 500) found.push(`${status} ${path}`);
  }
  return found;
}

const day = fc.constantFrom('9999-12-31', '0001-01-01', '2026-02-30', '9998-06-01', '', '2026-11-24', 'soon');
const value = fc.oneof(
  fc.record({ kind: fc.constant('date'), date: day }),
  fc.record({ kind: fc.constant('dateTime'), date: day, time: fc.constantFrom('09:30', '25:00', '') }),
  fc.record({
    kind: fc.constant('money'),
    money: fc.record({
      amountMinor: fc.constantFrom(0, -1, Number.MAX_SAFE_INTEGER, Number.MIN_SAFE_INTEGER, 2 ** 60, 0.5),
      currency: fc.constantFrom('GBP', 'EUR', 'KWD', 'gbp', ''),
    }),
  }),
  fc.record({ kind: fc.constant('number'), value: fc.constantFrom(0, 1e308, -1e15, 0.1, null) }),
  fc.record({ kind: fc.constant('text'), text: fc.oneof(fc.string(), fc.constant('x'.repeat(400_000))) }),
  fc.jsonValue(),
);
/** Every key that the demo's kinds of matter have, and others. */
const KEYS = [
  'vessel',
  'place',
  'price',
  'fee',
  'surveyDay',
  'instructed',
  'reportDue',
  'expiry',
  '__proto__',
  '',
];
const named = fc.dictionary(fc.constantFrom(...KEYS), value, { maxKeys: 6 });
const TABLES = ['fees', 'recommendations', 'estimates'];
const tables = fc.dictionary(
  fc.constantFrom(...TABLES),
  fc.oneof(
    fc.array(fc.dictionary(fc.constantFrom('what', 'amount', 'due', 'ref', 'item'), value), { maxLength: 3 }),
    fc.jsonValue(),
  ),
);
const column = (json: fc.Arbitrary<unknown>) =>
  fc.oneof(
    { weight: 9, arbitrary: json.map((one) => JSON.stringify(one)) },
    fc.constantFrom('', '{', 'null', '[]', '"x"'),
  );
const instant = fc.constantFrom(
  0,
  -1,
  NOW,
  Date.UTC(9999, 11, 31, 23, 59),
  8.64e15,
  -8.64e15,
  Number.MAX_SAFE_INTEGER,
  Date.parse('0001-01-01T00:00Z'),
);

describe('any stored values', () => {
  it('of a matter leave every screen there to be opened', async () => {
    const before = await services.db('matters').where({ id: matterId }).first();
    await fc.assert(
      fc.asyncProperty(
        column(named),
        column(fc.dictionary(fc.constantFrom(...KEYS), day)),
        column(tables),
        async (facts, dates, rows) => {
          await services.db('matters').where({ id: matterId }).update({ facts, dates, tables: rows });
          expect(await faults()).toEqual([]);
        },
      ),
      { seed: 301, numRuns: 30 },
    );
    const { facts, dates, tables: own } = before;
    await services.db('matters').where({ id: matterId }).update({ facts, dates, tables: own });
  }, 120_000);

  it('of entries, messages that came in, follow-ups and documents do too', async () => {
    // The database itself keeps entries from being changed; here somebody did all the same.
    await services.db.raw('DROP TRIGGER entries_no_update');
    const words = fc.oneof(fc.string(), fc.constant('ü'.repeat(400_000)), fc.constant('\u0000\ud800 <b>'));
    await fc.assert(
      fc.asyncProperty(instant, instant, day, words, async (at, later, on, text) => {
        await services
          .db('entries')
          .where({ id: entryId })
          .update({ occurred_utc: at, subject: text, opening: text });
        await services
          .db('incoming')
          .where({ id: incomingId })
          .update({ sent_utc: at, received_utc: later, subject: text, opening: text });
        await services
          .db('documents')
          .where({ matter_id: matterId })
          .update({ added_on: on, category: text.slice(0, 60) });
        await services.db('follow_ups').update({ due_on: on, what: text });
        await services
          .db('matters')
          .where({ id: matterId })
          .update({ recent_utc: at, last_entry_utc: later, title: text });
        expect(await faults()).toEqual([]);
      }),
      { seed: 302, numRuns: 14 },
    );
    await services.db('matters').where({ id: matterId }).update({ title: 'Saltmarsh Wren' });
  }, 120_000);

  it('of a draft are shown, or said to be wrong', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(
          fc.constantFrom('matters', 'b1', 'asked:fact.vessel'),
          fc.oneof(fc.string(), fc.constant('9'.repeat(60))),
        ),
        async (answers) => {
          await services
            .db('messages')
            .where({ id: messageId })
            .update({ answers: JSON.stringify(answers) });
          expect(await faults()).toEqual([]);
        },
      ),
      { seed: 303, numRuns: 8 },
    );
  }, 60_000);
});

describe('requests beyond any bound', () => {
  it.each([
    ['GET', '/correspondence?from=9999-12-31&until=0001-01-01', undefined],
    ['GET', '/correspondence?until=9999-12-31', undefined],
    ['GET', '/correspondence?from=2026-02-30', undefined],
    ['GET', `/correspondence?words=${'x'.repeat(4_000)}`, undefined],
    ['GET', '/matters?query=%00', undefined],
    ['GET', '/matters?limit=1e99', undefined],
    ['GET', '/contacts?query=%F0%9F%9A%A2%00', undefined],
    ['PATCH', '/matters/{matter}', { revision: 1, dates: { surveyDay: '2026-02-30' } }],
    [
      'PATCH',
      '/matters/{matter}',
      { revision: 1, facts: { price: { kind: 'money', money: { amountMinor: 2 ** 60, currency: 'GBP' } } } },
    ],
    ['PATCH', '/matters/{matter}', { revision: 1, facts: { price: { kind: 'number', value: 1e300 } } }],
    ['POST', '/matters/{matter}/notes', { category: 'Call', subject: 'x', text: '', occurredAtUtc: 9e15 }],
    ['POST', '/matters/{matter}/notes', { category: 'Call', subject: 'x', text: '', occurredAtUtc: -9e15 }],
  ] as const)('%s %s is answered, not failed at', async (method, path, body) => {
    const { status } = await client.call(method, path.replace('{matter}', matterId), body);
    expect([path, status < 500]).toEqual([path, true]);
  });
});
