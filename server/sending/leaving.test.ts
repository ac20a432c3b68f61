import type { ReasonCode } from '../../core/model/reason.ts';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { openPractice, runOnce } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import { findMessage } from '../messages/queries.ts';
import { startMessage } from '../messages/startMessage.ts';
import { stampAnew } from '../platform/database/kept.ts';
import { sendMessage } from './sendMessage.ts';
import type { Transport } from './transports/transport.ts';

let services: TestPractice;
let matterId: string;
const undo: (() => Promise<unknown>)[] = [];

beforeAll(async () => {
  services = await openPractice();
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterEach(async () => {
  for (const one of undo.splice(0)) await one();
});
afterAll(() => services.close());

let handed = 0;
const host: Transport = {
  async send(_envelope, _bytes, beforeData) {
    await beforeData();
    handed += 1;
    return { outcome: { kind: 'accepted' }, permanentFailures: [] };
  },
};

/** Sends one now, changes something before it leaves, and lets it leave. */
async function sendThen(change: () => Promise<unknown>, templateId = 'template-report-when') {
  const maud = await services.as('maud');
  const draft = await startMessage(services, maud, matterId, {
    templateId,
    answers: { matters: 'she is sound' },
  });
  const { id } = await sendMessage(services, maud, draft.id, {
    holdSeconds: 0,
    acknowledged: ['dayInPast', 'sentBefore', 'enclosedNotSpoken', 'olderVersion'].filter(
      (code) => code !== 'olderVersion',
    ),
  });
  handed = 0;
  await change();
  await runOnce(services, host);
  return (await findMessage(services.everything, id))?.state;
}

/** Changes rows for one test alone. */
async function set(table: string, where: object, part: Record<string, unknown>): Promise<void> {
  const before = await services.db(table).where(where).first();
  undo.push(() =>
    services
      .db(table)
      .where(where)
      .update(Object.fromEntries(Object.keys(part).map((key) => [key, before[key]]))),
  );
  await services.db(table).where(where).update(part);
}
const ines = async () => (await services.db('contacts').where({ name: 'Ines Okafor' }).first()).id as string;

describe('a message that was sent leaves only while what binds it holds', () => {
  it('and leaves where nothing has changed', async () => {
    expect(await sendThen(() => Promise.resolve())).toMatchObject({ kind: 'sent' });
    expect(handed).toBe(1);
  });

  it.each<[string, () => Promise<unknown>, ReasonCode, string]>([
    [
      'someone on it is not to be written to any more',
      async () => set('contacts', { id: await ines() }, { do_not_write_to: true }),
      'notToBeWrittenTo',
      'Ines Okafor',
    ],
    [
      'the address it goes to was corrected',
      async () =>
        set('contact_addresses', { contact_id: await ines(), kind: 'email' }, { value: 'new@x.example' }),
      'addressChanged',
      'Ines Okafor',
    ],
    [
      'its writer may no longer send',
      async () => {
        await set('people', { id: 'person-maud' }, { role: 'reader' });
        await services.write((tx) => stampAnew(tx, 'people'));
        undo.push(() => services.write((tx) => stampAnew(tx, 'people')));
      },
      'mayNotSend',
      'Maud Tidewell',
    ],
    [
      'its template was withdrawn',
      async () => {
        await set('templates', { id: 'template-report-when' }, { standing: 'retired' });
        await services.write((tx) => stampAnew(tx, 'templates'));
        undo.push(() => services.write((tx) => stampAnew(tx, 'templates')));
      },
      'templateWithdrawn',
      'Report: when to expect it',
    ],
  ])('but waits in the out-tray where %s, and says why', async (_what, change, code, name) => {
    const state = await sendThen(change);
    expect(state?.kind).toBe('failed');
    expect(state && 'because' in state ? state.because : []).toMatchObject([
      { code: 'nothingSent' },
      { code, name },
      { code: 'recallAndSendAgain' },
    ]);
    expect(handed).toBe(0);
  });
});
