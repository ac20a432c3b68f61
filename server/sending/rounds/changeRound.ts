import type { ChangeRound, ChangeRoundMessage, RoundMessage, RoundView } from '../../../contract/rounds.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { canTakeIn } from '../../../core/rounds/groups.ts';
import { isCaution } from '../../../core/model/noteCodes.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findMessage, updateDraft } from '../../messages/queries.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { takeSet, workOutSet } from './changeSet.ts';
import { findLine, linesById, linesStanding, updateLine } from './lineQueries.ts';
import type { LineDetail, StoredLine, StoredRound } from './round.ts';
import { roundHere } from './roundHere.ts';
import { monthOf } from './prepareAgain.ts';
import { setAgain, updateRound } from './roundQueries.ts';
import { wakeAndWait } from './roundWork.ts';
import { viewLine } from './viewLines.ts';
import { viewRound } from './viewRound.ts';

/** Changes a round as a whole: its name, answers for all, and every message of one kind in one press. */
export async function changeRound(
  services: Services,
  scope: PersonScope,
  id: string,
  { name, answers, set, againOn, leaveOut, takeIn, ignore }: ChangeRound,
): Promise<RoundView> {
  const round = await roundHere(scope, id);
  const worked = set && (await workOutSet(services, scope, round, set));
  await changing(services, scope, async (change) => {
    const { tx, audit, tell } = change;
    if (worked) await takeSet(services, change, round, worked);
    if (name !== undefined) await updateRound(tx, id, [round.state], { name: name.trim() });
    if (answers) {
      const options = { ...round.options, answers: { ...round.options.answers, ...answers } };
      await updateRound(tx, id, [round.state], { options });
      for (const group of ['fill', 'look', 'ready'] as const) await lookAgain(change, id, group, undefined);
    }
    if (againOn !== undefined) await prepareAgainOn(change, round, againOn);
    if (leaveOut)
      await lookAgain(change, id, leaveOut.group, leaveOut.kind, (detail) => ({
        ...detail,
        isOutByHand: true,
      }));
    if (takeIn !== undefined && canTakeIn(takeIn))
      await lookAgain(change, id, 'out', takeIn, (detail) => takenIn(detail, takeIn));
    if (ignore !== undefined && isCaution(ignore))
      await lookAgain(change, id, 'look', ignore, (detail) => ignoring(detail, [ignore]));
    await audit('round.changed', 'round', id, { name, answers, set, againOn, leaveOut, takeIn, ignore });
    tell({ kind: 'round', id });
  });
  await wakeAndWait(services, id);
  return viewRound(services, scope, id);
}

/** A day of this month that is past, or today, is the next month's. */
async function prepareAgainOn(
  { tx, scope, atUtc }: Change,
  { id, againLast }: StoredRound,
  againOn: number | null,
): Promise<void> {
  const { timeZone } = await readSettings(scope);
  const { month, isPast } = monthOf(zonedTime(timeZone, atUtc).date, againOn ?? 1);
  await setAgain(tx, id, { againOn, againLast: isPast ? month : againLast });
}

const ignoring = (detail: LineDetail, codes: readonly string[]): LineDetail => ({
  ...detail,
  ignored: [...new Set([...detail.ignored, ...codes])],
});

/** Taken in by a person, it goes although it went lately. */
function takenIn({ isOutByHand: _out, ...detail }: LineDetail, kind: string): LineDetail {
  return kind === 'sentLately' ? ignoring(detail, ['sentBefore']) : detail;
}

/** Has the lines that stand somewhere looked at again, their detail changed before. */
async function lookAgain(
  { tx, scope }: Change,
  roundId: string,
  group: 'fill' | 'look' | 'ready' | 'out' | 'failed' | 'going' | 'gone',
  kind: string | undefined,
  to: (detail: LineDetail) => LineDetail = (detail) => detail,
): Promise<void> {
  if (group === 'going' || group === 'gone' || group === 'failed') return;
  const ids = await linesStanding(scope, roundId, group, { kind });
  for (const line of await linesById(scope, roundId, ids))
    await updateLine(tx, line.id, { detail: to(line.detail), isStale: true });
}

/** Changes one message of a round: in or out of it, its answers, the cautions it goes in spite of. */
export async function changeRoundMessage(
  services: Services,
  scope: PersonScope,
  roundId: string,
  id: string,
  { in: isIn, answers, ignore }: ChangeRoundMessage,
): Promise<RoundMessage> {
  await roundHere(scope, roundId);
  const line = await findLine(scope, roundId, id);
  if (!line) throw notFound('message');
  if (line.state && line.state.kind !== 'draft')
    throw new DomainProblem('notADraft', [{ code: 'leftTheDesk' }, { code: 'recallToChange' }]);
  await changing(services, scope, async (change) => {
    const { tx, audit, tell } = change;
    let { detail } = line;
    if (isIn === false) detail = { ...detail, isOutByHand: true };
    if (isIn === true && line.stands === 'out') detail = takenIn(detail, line.kind);
    if (ignore) detail = ignoring(detail, ignore.filter(isCaution));
    if (answers) {
      await answer(change, line, answers);
      detail = { ...detail, own: [...new Set([...detail.own, ...Object.keys(answers)])] };
    }
    // What could not be made before is tried anew: an address may be there by now.
    await updateLine(tx, id, { detail, isStale: true });
    await audit('round.messageChanged', 'round', roundId, { messageId: id, in: isIn, answers, ignore });
    tell({ kind: 'round', id: roundId });
  });
  await wakeAndWait(services, roundId);
  const kept = await findLine(scope, roundId, id);
  if (!kept) throw notFound('message');
  return viewLine(kept);
}

async function answer(
  { tx, scope, atUtc }: Change,
  line: StoredLine,
  answers: Readonly<Record<string, string>>,
): Promise<void> {
  const message = line.hasDraft ? await findMessage(scope, line.id) : undefined;
  if (!message) return;
  const changed = { ...message, answers: { ...message.answers, ...answers }, updatedUtc: atUtc };
  if (!(await updateDraft(tx, changed, message.revision))) throw new DomainProblem('draftChanged');
}
