import { leaveTimes } from '../../../core/rounds/leaveTimes.ts';
import { notesThatStop } from '../../../core/checks/index.ts';
import { changing } from '../../access/change.ts';
import { may } from '../../access/rights.ts';
import type { PersonScope } from '../../access/scope.ts';
import { scopeOf } from '../../access/scopeOf.ts';
import { unscoped } from '../../access/unscoped.ts';
import { openDraft } from '../../messages/draftLayout.ts';
import { sealFiles } from '../../platform/mail/assemble.ts';
import type { SealedFiles } from '../../platform/mail/assemble.ts';
import type { Database } from '../../platform/database/openDatabase.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { calendarOf } from '../../platform/settings/practiceSettings.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { advance, MovedMeanwhile } from '../advance.ts';
import { letLeave } from '../sendMessage.ts';
import { linesById, markChanged, staleLines, updateLine } from './lineQueries.ts';
import {
  countHanded,
  forgetOrders,
  linesToHand,
  linesToTakeBack,
  markHanded,
  markTakenBack,
} from './orderQueries.ts';
import { prepareLines } from './prepareLines.ts';
import { standsNow } from './prepareLine.ts';
import type { RoundProblem, SendOrder, StoredLine, StoredRound } from './round.ts';
import { findRound, roundsUnderWay, updateRound } from './roundQueries.ts';

/** Lines that are dealt with before others are served and the wish for the round is asked again. */
const AT_ONCE = 20;

interface Worked {
  promise: Promise<void>;
  again: boolean;
}

const underWay = new WeakMap<Database, Map<string, Worked>>();

/**
 * Brings a round to what is wanted of it, in the background: prepares what is not prepared, looks again at what was changed,
 * lets leave what was ordered, takes back what is not to leave. One worker a round; what is wanted is read anew before each
 * batch, so that a pause holds at once, and a start goes on where the last one ended.
 */
export function wakeRound(services: Services, id: string): Promise<void> {
  const all = underWay.get(services.db) ?? new Map<string, Worked>();
  underWay.set(services.db, all);
  const known = all.get(id);
  if (known) {
    known.again = true;
    return known.promise;
  }
  const worked: Worked = { promise: Promise.resolve(), again: true };
  worked.promise = (async () => {
    try {
      while (worked.again) {
        worked.again = false;
        await workOff(services, id);
      }
    } catch (error) {
      services.log.error({ err: error, roundId: id }, 'a round stands still');
      await standStill(services, id, 'fault').catch(() => undefined);
    } finally {
      all.delete(id);
    }
  })();
  all.set(id, worked);
  return worked.promise;
}

/** Somebody who waits sees what came of a change to a few; a change to thousands goes on behind their back. */
const LONGEST_WAIT_MS = 1_500;

/** Wakes a round and waits for it a little. */
export async function wakeAndWait(services: Services, id: string): Promise<void> {
  await Promise.race([
    wakeRound(services, id),
    new Promise<void>((done) => setTimeout(done, LONGEST_WAIT_MS).unref()),
  ]);
}

/** Goes on with every round, as a start does. */
export async function resumeRounds(services: Services): Promise<void> {
  for (const id of await roundsUnderWay(unscoped(services.db, 'rounds'))) void wakeRound(services, id);
}

async function workOff(services: Services, id: string): Promise<void> {
  const times = new Map<number, Iterator<number, never>>();
  for (;;) {
    const round = await findRound(unscoped(services.db, 'rounds'), id);
    if (!round) return;
    const scope = await scopeOf(services.db, round.authorId);
    if (!scope || !may(scope.actor, 'work')) {
      if (round.state === 'sending') await standStill(services, id, 'authorMayNotSend');
      return;
    }
    if (!(await workSome(services, scope, round, times))) return;
    services.changes.tell({ kind: 'round', id });
    await services.turns.next();
  }
}

/** Does the next batch of what is to be done; false where there is nothing. */
async function workSome(
  services: Services,
  scope: PersonScope,
  round: StoredRound,
  times: Map<number, Iterator<number, never>>,
): Promise<boolean> {
  const { sending } = round;
  if (sending && (round.state === 'paused' || round.state === 'stopped')) {
    const ids = await linesToTakeBack(scope, round.id, AT_ONCE);
    for (const id of ids) await takeBack(services, scope, round.id, id);
    if (ids.length > 0) return true;
    if (round.state === 'stopped') await forgetOrder(services, scope, round.id);
  }
  await changing(services, scope, async ({ tx, leaveAsIs }) => {
    await markChanged(tx, round.id);
    leaveAsIs();
  });
  const stale = await staleLines(scope, round.id, AT_ONCE);
  if (stale.length > 0) {
    await prepareLines(services, scope, round, stale);
    return true;
  }
  return sending !== null && round.state === 'sending' && letSome(services, scope, round, sending, times);
}

async function takeBack(services: Services, scope: PersonScope, roundId: string, id: string): Promise<void> {
  const { message } = await openDraft(services, scope, id);
  await advance(services, scope, message, {
    to: { kind: 'draft' },
    frozen: null,
    along: async ({ tx }) => {
      await markTakenBack(tx, id);
    },
  }).catch((error: unknown) => {
    // It has left just now: then it has left.
    if (!(error instanceof MovedMeanwhile)) throw error;
    services.log.info({ roundId, messageId: id }, 'it left before it was taken back');
  });
}

const forgetOrder = (services: Services, scope: PersonScope, roundId: string) =>
  changing(services, scope, async ({ tx, leaveAsIs }) => {
    await forgetOrders(tx, roundId);
    leaveAsIs();
  });

async function letSome(
  services: Services,
  scope: PersonScope,
  round: StoredRound,
  sending: SendOrder,
  times: Map<number, Iterator<number, never>>,
): Promise<boolean> {
  const ids = await linesToHand(scope, round.id, AT_ONCE);
  if (ids.length === 0) return false;
  const lines = new Map((await linesById(scope, round.id, ids)).map((line) => [line.id, line]));
  const leaving = times.get(sending.number) ?? (await timesOf(scope, round.id, sending));
  times.set(sending.number, leaving);
  // What they all enclose is read and encoded once a batch: memory does not grow with the round.
  const sealed = sealFiles(services.blobs);
  for (const id of ids) {
    const line = lines.get(id);
    await services.turns.next();
    if (line)
      await letOne(services, scope, line, {
        leavesAtUtc: leaving.next().value,
        sealed,
        number: sending.number,
      });
  }
  services.wakeRunner();
  return true;
}

/** When the rest of an order leaves: what left before has had its time. */
async function timesOf(
  scope: PersonScope,
  roundId: string,
  { number, fromUtc, perMinute }: SendOrder,
): Promise<Iterator<number, never>> {
  if (perMinute === null) return always(fromUtc);
  const settings = await readSettings(scope);
  const { timeZone, workingHours: hours } = settings;
  const times = leaveTimes({ fromUtc, perMinute, timeZone, hours, calendar: calendarOf(settings) });
  for (let left = await countHanded(scope, roundId, number); left > 0; left -= 1) times.next();
  return times;
}

function* always(value: number): Generator<number, never> {
  for (;;) yield value;
}

interface Leaving {
  readonly leavesAtUtc: number;
  readonly sealed: SealedFiles;
  /** The order by which it leaves. */
  readonly number: number;
}

/** Lets one leave, looked at once more: what no longer holds stays behind and says so. */
async function letOne(
  services: Services,
  scope: PersonScope,
  line: StoredLine,
  { leavesAtUtc, sealed, number }: Leaving,
): Promise<void> {
  const desk = await openDraft(services, scope, line.id).catch((error: unknown) => {
    if (error instanceof DomainProblem) return undefined;
    throw error;
  });
  if (desk?.message.state.kind !== 'draft') return stayBehind(services, scope, line, undefined);
  const { notes, standing } = await standsNow(services, scope, desk, line.detail);
  if (standing.kind === 'wantsNone' || notesThatStop(notes, new Set(line.detail.ignored)).length > 0)
    return stayBehind(services, scope, line, standing);
  const freezing = { leavesAtUtc, cautions: notes.map(({ code }) => code), sealed };
  await letLeave(services, scope, desk, freezing, async ({ tx }) => {
    await markHanded(tx, line.id, number);
  }).catch((error: unknown) => {
    if (!(error instanceof MovedMeanwhile)) throw error;
    return stayBehind(services, scope, line, undefined);
  });
}

/** Takes a line out of its order; without a standing its matter or its draft is no longer there, or it went otherwise. */
const stayBehind = (
  services: Services,
  scope: PersonScope,
  line: StoredLine,
  standing: Pick<StoredLine, 'stands' | 'kind' | 'detail'> | undefined,
): Promise<void> =>
  changing(services, scope, async ({ tx, audit }) => {
    await updateLine(tx, line.id, {
      ...(standing ?? { stands: 'out', kind: 'matterGone' }),
      ordered: 0,
    });
    await audit('round.stayedBehind', 'round', line.roundId, { messageId: line.id, kind: standing?.kind });
  });

async function standStill(services: Services, id: string, problem: RoundProblem): Promise<void> {
  await changing(services, unscoped(services.db, 'rounds'), async ({ tx, audit, tell }) => {
    await updateRound(tx, id, ['sending'], { state: 'paused', problem });
    await updateRound(tx, id, ['ready', 'paused', 'stopped'], { problem });
    await audit('round.stoodStill', 'round', id, { problem });
    tell({ kind: 'round', id });
  });
}
