import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { firstBrokenSeal } from '../../core/correspondence/seal.ts';
import type { AttemptOutcome } from '../../core/model/message.ts';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import { sealedEntries } from '../correspondence/sealQueries.ts';
import { findMessage } from '../messages/queries.ts';
import type { PersonScope } from '../access/scope.ts';
import { startMessage } from '../messages/startMessage.ts';
import { decideMessage } from './decideMessage.ts';
import { zonedTime } from '../../core/dates/zonedClock.ts';
import { readOutTray } from './readOutTray.ts';
import { rescheduleMessage } from './rescheduleMessage.ts';
import { recallMessage } from './recallMessage.ts';
import { sendMessage } from './sendMessage.ts';
import { NOW, openPractice, runOnce } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import type { Transport } from './transports/transport.ts';

let services: TestPractice;
let maud: PersonScope;
let matterId: string;

beforeAll(async () => {
  services = await openPractice();
  const found = await services.as('maud');
  if (!found) throw new Error('no principal');
  maud = found;
  matterId = (await services.db('matters').where({ reference: 'SV-2041' }).first()).id;
}, 60_000);
afterAll(() => services.close());

/** A host that answers as told, and remembers what it was handed. */
function scripted(...outcomes: AttemptOutcome[]): Transport & { readonly handed: string[] } {
  const handed: string[] = [];
  return {
    handed,
    async send(_envelope, bytes, beforeData) {
      const outcome = outcomes.shift() ?? { kind: 'accepted' };
      if (outcome.kind === 'accepted' || outcome.kind === 'unknown') {
        await beforeData();
        handed.push(sha256Hex(bytes));
      }
      return { outcome, permanentFailures: [] };
    },
  };
}

async function sendOne(holdSeconds = 0): Promise<string> {
  const draft = await startMessage(services, maud, matterId, { templateId: 'template-report-when' });
  const sent = await sendMessage(services, maud, draft.id, {
    holdSeconds,
    acknowledged: ['dayInPast'],
  });
  return sent.id;
}

const stateOf = async (id: string) => (await findMessage(services.everything, id))?.state;
const entriesOf = (id: string) => services.db('entries').where({ message_id: id });

describe('the outgoing runner', () => {
  it('sends the frozen bytes once and files them in the same moment', async () => {
    const host = scripted();
    const id = await sendOne();
    await runOnce(services, host);
    await runOnce(services, host);
    const [entry, ...more] = await entriesOf(id);
    expect(await stateOf(id)).toMatchObject({ kind: 'sent', entryId: entry.id });
    expect([host.handed, more]).toEqual([[entry.raw_blob], []]);
    const audit = await services.db('audit_events').where({ subject_id: id }).orderBy('seq').pluck('what');
    expect(audit).toEqual([
      'message.started',
      'message.queued',
      'message.sending',
      'message.sending',
      'message.sent',
    ]);
  });

  it('holds until the time has come', async () => {
    const host = scripted();
    const id = await sendOne(60);
    await runOnce(services, host);
    expect(await stateOf(id)).toMatchObject({ kind: 'held' });
    services.now = () => NOW + 61_000;
    await runOnce(services, host);
    services.now = () => NOW;
    expect([await stateOf(id), host.handed.length]).toMatchObject([{ kind: 'sent' }, 1]);
  });

  it('holds it until another time, once that was changed, and tells them in the order of leaving', async () => {
    const host = scripted();
    const [first, second] = [await sendOne(60), await sendOne(120)];
    const { date, hour, minute } = zonedTime('Europe/London', NOW + 86_400_000);
    await rescheduleMessage(services, maud, first, { sendOn: { date, hour, minute } });
    const order = (await readOutTray(maud, {})).items.map(({ id }) => id);
    expect(order.filter((id) => id === first || id === second)).toEqual([second, first]);
    services.now = () => NOW + 121_000;
    await runOnce(services, host);
    expect([await stateOf(first), await stateOf(second)]).toMatchObject([{ kind: 'held' }, { kind: 'sent' }]);
    const late = rescheduleMessage(services, maud, second, { sendOn: { date, hour, minute } });
    await expect(late).rejects.toThrow('noLongerWaits');
    services.now = () => NOW;
    await recallMessage(services, maud, first);
  });

  it('sends nothing that was called back', async () => {
    const host = scripted();
    const id = await sendOne(60);
    await recallMessage(services, maud, id);
    services.now = () => NOW + 61_000;
    await runOnce(services, host);
    services.now = () => NOW;
    expect([await stateOf(id), host.handed]).toEqual([{ kind: 'draft' }, []]);
  });

  it('keeps a refusal word for word, and lets it be mended', async () => {
    const reply = '550 5.1.1 <ines@x.example>: no such mailbox here';
    const id = await sendOne();
    await runOnce(services, scripted({ kind: 'refused', reply }));
    expect(await stateOf(id)).toEqual({ kind: 'failed', attempts: 1, reply });
    expect(await entriesOf(id)).toEqual([]);
    expect((await recallMessage(services, maud, id)).state).toBe('draft');
  });

  it('tries again later when the host puts it off', async () => {
    const host = scripted({ kind: 'later', reply: '450 4.2.0 greylisted' });
    const id = await sendOne();
    await runOnce(services, host);
    expect(await stateOf(id)).toMatchObject({ kind: 'deferred', nextAttemptUtc: NOW + 60_000 });
    await runOnce(services, host);
    expect(host.handed).toEqual([]);
    services.now = () => NOW + 60_001;
    await runOnce(services, host);
    services.now = () => NOW;
    expect([await stateOf(id), host.handed.length]).toMatchObject([{ kind: 'sent' }, 1]);
  });

  it('never sends again by itself what may have gone; a person decides either way', async () => {
    const host = scripted({ kind: 'unknown' }, { kind: 'unknown' });
    const [gone, again] = [await sendOne(), await sendOne()];
    await runOnce(services, host);
    services.now = () => NOW + 86_400_000;
    await runOnce(services, host);
    services.now = () => NOW;
    expect([(await stateOf(gone))?.kind, (await stateOf(again))?.kind, host.handed.length]).toEqual([
      'may-have-gone',
      'may-have-gone',
      2,
    ]);
    await decideMessage(services, maud, gone, 'gone');
    await decideMessage(services, maud, again, 'send-again');
    await runOnce(services, host);
    expect([(await entriesOf(gone)).length, (await entriesOf(again)).length, host.handed.length]).toEqual([
      1, 1, 3,
    ]);
  });

  it.each([
    [true, 'may-have-gone', 0],
    [false, 'sent', 1],
  ] as const)(
    'settles what a dead process was sending: data begun %s leads to %s',
    async (dataBegun, kind, handed) => {
      const host = scripted();
      const id = await sendOne();
      const lease = { kind: 'sending', attempts: 1, owner: 'dead', leaseUntilUtc: NOW + 1e9, dataBegun };
      await services
        .db('messages')
        .where({ id })
        .update({ state: 'sending', state_detail: JSON.stringify(lease), due_utc: lease.leaseUntilUtc });
      await runOnce(services, host);
      expect([(await stateOf(id))?.kind, host.handed.length]).toEqual([kind, handed]);
    },
  );

  it('does not send bytes that have changed on disk', async () => {
    const id = await sendOne();
    const blob = (await findMessage(services.everything, id))?.frozen?.blob ?? '';
    const { writeFile } = await import('node:fs/promises');
    await writeFile(`${services.config.dataFolder}/blobs/${blob.slice(0, 2)}/${blob}`, 'tampered');
    const host = scripted();
    await runOnce(services, host);
    expect([(await stateOf(id))?.kind, host.handed]).toEqual(['failed', []]);
  });

  it('leaves a chain of seals that holds, and entries that nothing can change', async () => {
    const entries = [];
    for await (const entry of sealedEntries(services.everything)) entries.push(entry);
    expect(entries.length).toBeGreaterThan(50);
    expect(firstBrokenSeal(entries, sha256Hex)).toBeUndefined();
    await expect(services.db('entries').limit(1).update({ subject: 'x' })).rejects.toThrow(
      'filed entries never change',
    );
    await expect(services.db('entries').delete()).rejects.toThrow('filed entries never change');
  });
});
