import { MOST_IN_ROUND } from '../../../contract/rounds.ts';
import type { RoundSet } from '../../../contract/rounds.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { discardDraft } from '../../messages/queries.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { compiledVersion } from '../../templates/compiled.ts';
import { linesFor } from './createRound.ts';
import { allTargets, deleteLines, insertLines, nextPlace, somethingWent } from './lineQueries.ts';
import type { StoredRound } from './round.ts';
import { updateRound } from './roundQueries.ts';
import { targetsOf } from './targets.ts';
import type { Target } from './targets.ts';

/** Whom a round goes to by another set, read before anything is changed. */
export interface NewSet {
  readonly set: RoundSet;
  readonly targets: readonly Target[];
  readonly unknown: readonly string[];
}

/** Works a set out for a round that is there; refuses one of nobody, one that is too large, and a round that has begun to go. */
export async function workOutSet(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  round: StoredRound,
  set: RoundSet,
): Promise<NewSet> {
  if (round.state !== 'ready' || (await somethingWent(scope, round.id)))
    throw new DomainProblem('badRequest', [{ code: 'roundOnItsWay' }, { code: 'nothingChanged' }]);
  const template = await compiledVersion(scope, round.templateVersionId);
  if (!template) throw new Error(`the round ${round.id} lacks its template`);
  const { role, channels, onePer } = round.options;
  const given = { templateId: round.templateId, set, channels: [...channels], onePer };
  const found = await targetsOf(services, scope, role === undefined ? given : { ...given, role }, template);
  if (found.targets.length === 0)
    throw new DomainProblem('badRequest', [{ code: 'roundHasNobody' }, { code: 'nothingChanged' }]);
  if (found.targets.length > MOST_IN_ROUND)
    throw new DomainProblem('badRequest', [
      { code: 'roundTooLarge', most: MOST_IN_ROUND },
      { code: 'nothingChanged' },
    ]);
  return { set, ...found };
}

const keyOf = ({ matterId, contactId }: Target): string => `${matterId} ${contactId ?? ''}`;

/** Gives a round its other set: whoever is in both keeps their message as it was written, the drafts of the others go. */
export async function takeSet(
  services: Pick<Services, 'newId'>,
  { tx, scope, atUtc }: Change,
  round: StoredRound,
  { set, targets, unknown }: NewSet,
): Promise<void> {
  const there = await allTargets(scope, round.id);
  const wanted = new Set(targets.map(keyOf));
  const leaving = there.filter((line) => !wanted.has(keyOf(line)));
  for (const { id, hasDraft } of leaving) if (hasDraft) await discardDraft(tx, id, atUtc);
  await deleteLines(
    tx,
    leaving.map(({ id }) => id),
  );
  const known = new Set(there.map(keyOf));
  const first = await nextPlace(scope, round.id);
  const added = linesFor(
    services,
    round.id,
    targets.filter((target) => !known.has(keyOf(target))),
    round.options,
  );
  await insertLines(
    tx,
    added.map((line, n) => ({ ...line, place: first + n })),
  );
  await updateRound(tx, round.id, [round.state], { set, options: { ...round.options, unknown } });
}
