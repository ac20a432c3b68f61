import type { RoundSummary, RoundView } from '../../../contract/rounds.ts';
import type { RoundGroup } from '../../../core/rounds/groups.ts';
import { ROUND_GROUPS } from '../../../core/rounds/groups.ts';
import { groupBy } from '../../../core/model/groupBy.ts';
import { unusualOf } from '../../../core/rounds/unusual.ts';
import { findField, labelOf } from '../../../core/template/fieldCatalogue.ts';
import { findPerson, listActive } from '../../access/peopleQueries.ts';
import { holds } from '../../access/rights.ts';
import type { PersonScope, Scope } from '../../access/scope.ts';
import { closingStages, listMatterTypes } from '../../matters/matterTypeQueries.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { findStartable, versionOf } from '../../templates/compiled.ts';
import { templateUseCount } from '../../templates/useQueries.ts';
import { anyChanged, countLines, mattersInRound } from './lineQueries.ts';
import type { LineCount } from './lineQueries.ts';
import { firstLeaves, readyToGo, roundsLeftToHand } from './orderQueries.ts';
import { columnsOf } from './prepareLines.ts';
import type { StoredRound } from './round.ts';
import { roundHere } from './roundHere.ts';
import { largestBefore } from './roundQueries.ts';
import { wakeRound } from './roundWork.ts';

const NONE: Readonly<Record<RoundGroup, number>> = {
  fill: 0,
  look: 0,
  ready: 0,
  out: 0,
  failed: 0,
  going: 0,
  gone: 0,
};

function countsOf(lines: readonly LineCount[]): RoundSummary['counts'] {
  const counts = { ...NONE };
  let waiting = 0;
  for (const { group, count } of lines) {
    if (group === 'waiting') waiting += count;
    else counts[group] += count;
  }
  const prepared = ROUND_GROUPS.reduce((sum, group) => sum + counts[group], 0);
  return { all: prepared + waiting, prepared, ...counts };
}

/** What is shown of a round’s state: how far it is with what is wanted of it. */
function stateOf(
  { state, sending }: StoredRound,
  { all, prepared, going, ready }: RoundSummary['counts'],
  leftToHand: boolean,
): RoundSummary['state'] {
  if (prepared < all) return 'preparing';
  if (state !== 'sending' || !sending) return state === 'sending' ? 'ready' : state;
  if (going > 0 || leftToHand) return 'sending';
  return ready > 0 ? 'ready' : 'done';
}

async function summaryOf(
  scope: PersonScope,
  round: StoredRound,
  lines: readonly LineCount[],
  leftToHand: boolean,
): Promise<RoundSummary> {
  const counts = countsOf(lines);
  const version = await versionOf(scope, round.templateVersionId);
  return {
    id: round.id,
    name: round.name,
    templateId: round.templateId,
    templateName: version?.name ?? '',
    author: (await findPerson(scope, round.authorId))?.name ?? '',
    state: stateOf(round, counts, leftToHand),
    counts,
    madeAtUtc: round.madeUtc,
    byItself: round.againOf !== null,
  };
}

/** Rounds as a list shows them, all their counts asked for at once. */
export async function viewRounds(
  scope: PersonScope,
  rounds: readonly StoredRound[],
): Promise<RoundSummary[]> {
  const ids = rounds.map(({ id }) => id);
  const lines = groupBy(await countLines(scope, ids), ({ roundId }) => roundId);
  const left = await roundsLeftToHand(scope, ids);
  return Promise.all(
    rounds.map((round) => summaryOf(scope, round, lines.get(round.id) ?? [], left.has(round.id))),
  );
}

/** A round as it stands, with what is unusual about it before it is sent. */
export async function viewRound(services: Services, scope: PersonScope, id: string): Promise<RoundView> {
  const round = await roundHere(scope, id);
  // What was changed on a sheet meanwhile is looked at again; whoever waits hears of it.
  if (await anyChanged(scope, id)) void wakeRound(services, id);
  const lines = await countLines(scope, [id]);
  const left = await roundsLeftToHand(scope, [id]);
  const summary = await summaryOf(scope, round, lines, left.has(id));
  const version = await versionOf(scope, round.templateVersionId);
  const releasers = await releasersOf(scope, round.authorId);
  const { releaseAbove } = await readSettings(scope);
  const columns = await labelled(scope, columnsOf(round));
  const { released, asked, options } = round;
  return {
    ...summary,
    authorId: round.authorId,
    set: await setSeen(scope, round),
    role: options.role ?? null,
    onePer: options.onePer,
    channels: [...options.channels],
    templateChannel: version?.channel ?? 'email',
    answers: { ...options.answers },
    blanks: (version?.content.blanks ?? []).map(({ key, label, kind, required, choices }) => ({
      key,
      label,
      kind,
      required,
      ...(choices ? { choices: choices.map((one) => ({ ...one })) } : {}),
    })),
    columns: [...columns],
    kinds: lines.flatMap(({ group, kind, count }) => (group === 'waiting' ? [] : [{ group, kind, count }])),
    unknown: [...options.unknown],
    unusual: [...(await unusualHere(scope, round))],
    followUpDays: version?.content.after?.followUp?.workingDays ?? null,
    leavesAtUtc: (await firstLeaves(scope, id)) ?? null,
    sentAtUtc: round.sending?.atUtc ?? null,
    releasedBy: released ? ((await findPerson(scope, released.byId))?.name ?? null) : null,
    asksRelease: asked !== null,
    needsRelease: releaseAbove > 0 && summary.counts.ready > releaseAbove && releasers.length > 0,
    mayRelease: asked !== null && releasers.some(({ id: other }) => other === scope.actor.id),
    releasers: releasers.map(({ name }) => name),
    againOn: round.againOn,
    problem: round.problem,
  };
}

/** Matters that were named one by one are told as far as whoever asks may see them. */
const setSeen = async (scope: PersonScope, { id, set }: StoredRound): Promise<RoundView['set']> =>
  'matterIds' in set || 'references' in set ? { matterIds: await mattersInRound(scope, id) } : set;

/** Those who may release what somebody else made. */
export const releasersOf = async (
  scope: Scope,
  authorId: string,
): Promise<readonly { readonly id: string; readonly name: string }[]> =>
  (await listActive(scope)).filter((one) => one.id !== authorId && holds(one, 'release'));

async function unusualHere(scope: PersonScope, round: StoredRound): Promise<RoundView['unusual']> {
  const closing = await closingStages(scope);
  const going = (await readyToGo(scope, round.id)).map(({ responsibleId, stageOf, to }) => ({
    isClosed: closing.has(stageOf),
    isOfOthers: responsibleId !== round.authorId,
    to: to.map(({ address, contactId }) => ({
      address,
      ...(contactId === undefined ? {} : { contactId: contactId as string }),
    })),
  }));
  const current = await findStartable(scope, round.templateId);
  const said = unusualOf({
    going,
    largestBefore: await largestBefore(scope, round.id),
    templateUses: await templateUseCount(scope, round.templateId),
    isNewer: current !== undefined && current.versionId !== round.templateVersionId,
  });
  return said.map((one) => ({ ...one }));
}

/** Columns by what the first matter type that knows them calls them. */
async function labelled(scope: Scope, paths: readonly string[]): Promise<RoundView['columns']> {
  if (paths.length === 0) return [];
  const types = await listMatterTypes(scope);
  return paths.map((path) => {
    const type = types.find((one) => findField(one, path));
    return { path, label: type ? labelOf(type, path) : path };
  });
}
