import { MOST_IN_ROUND } from '../../../contract/rounds.ts';
import type { NewRound, RoundSet, RoundView } from '../../../contract/rounds.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { findStartable } from '../../templates/compiled.ts';
import { insertLines } from './lineQueries.ts';
import type { NewLine } from './lineQueries.ts';
import type { LineDetail, RoundOptions, StoredRound } from './round.ts';
import { insertRound } from './roundQueries.ts';
import { targetsOf } from './targets.ts';
import type { Target } from './targets.ts';
import { viewRound } from './viewRound.ts';
import { wakeRound } from './roundWork.ts';

/** How a round comes about that nobody made by hand. */
interface Again {
  readonly againOf?: string | null;
  /** What belongs to its making, in the same transaction; throws where it is not to be made after all. */
  readonly along?: (tx: Tx) => Promise<void>;
}

/** Makes a round: whom it goes to is written down at once, their messages are made in the background. */
export async function createRound(
  services: Services,
  scope: PersonScope,
  given: NewRound,
  { againOf = null, along }: Again = {},
): Promise<RoundView> {
  const template = await findStartable(scope, given.templateId);
  if (!template) throw notFound('template');
  const { targets, unknown } = await targetsOf(services, scope, given, template);
  if (targets.length === 0)
    throw new DomainProblem('badRequest', [{ code: 'roundHasNobody' }, { code: 'nothingChanged' }]);
  if (targets.length > MOST_IN_ROUND)
    throw new DomainProblem('badRequest', [
      { code: 'roundTooLarge', most: MOST_IN_ROUND },
      { code: 'nothingChanged' },
    ]);
  const id = services.newId();
  const options = {
    ...(given.role === undefined ? {} : { role: given.role }),
    channels: given.channels ?? [template.channel],
    onePer: given.onePer ?? 'matter',
    answers: given.answers ?? {},
    unknown,
  };
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    await insertRound(tx, {
      ...BEGINNING,
      id,
      name: given.name?.trim() ?? nameOf(given.set, template.name),
      authorId: actor.id,
      templateId: template.templateId,
      templateVersionId: template.versionId,
      set: given.set,
      options,
      madeUtc: atUtc,
      againOf,
    });
    await along?.(tx);
    await insertLines(tx, linesFor(services, id, targets, options));
    await audit('round.made', 'round', id, { templateId: template.templateId, messages: targets.length });
    tell({ kind: 'round', id });
  });
  void wakeRound(services, id);
  return viewRound(services, scope, id);
}

const BEGINNING = {
  state: 'ready',
  sending: null,
  asked: null,
  released: null,
  problem: null,
  largest: 0,
  againOn: null,
  againLast: null,
} as const satisfies Partial<StoredRound>;

const nameOf = (set: RoundSet, templateName: string): string =>
  ('name' in set && set.name?.trim()) || templateName;

/** Lines to be prepared. Where each person gets one for all of their matters, the first of these has it; the others say so. */
export function linesFor(
  { newId }: Pick<Services, 'newId'>,
  roundId: string,
  targets: readonly Target[],
  { onePer, channels }: RoundOptions,
): readonly NewLine[] {
  const nothingYet: LineDetail = {
    notes: [],
    reasons: [],
    values: {},
    to: [],
    channel: channels[0] ?? 'email',
    ignored: [],
    own: [],
  };
  const seen = new Set<string>();
  return targets.map((target, n) => {
    const { contactId } = target;
    const isAgain = onePer === 'person' && contactId !== null && seen.has(contactId);
    if (contactId !== null) seen.add(contactId);
    const detail = isAgain ? { ...nothingYet, isAgain: true as const } : nothingYet;
    return { id: newId(), roundId, place: n + 1, ...target, detail };
  });
}
