import type { ChaseView, StartChase } from '../../../contract/chasers.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import type { Answers } from '../../../core/template/blanks.ts';
import { changing } from '../../access/change.ts';
import type { Change } from '../../access/change.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findEntry } from '../../correspondence/queries.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { chasesUnderWay, insertChase } from './chaseQueries.ts';
import { findPlan } from './keepPlan.ts';
import { readChase } from './viewChases.ts';

/** Has a chaser plan follow something that was sent, until it is answered. Its days count from today. */
export async function startChase(
  services: Services,
  scope: PersonScope,
  { planId, entryId, answers = {} }: StartChase,
): Promise<ChaseView> {
  const plan = await findPlan(scope, planId);
  if (!plan || plan.retired) throw notFound('chaserPlan');
  const entry = await findEntry(scope, entryId);
  if (!entry) throw notFound('entry');
  if (entry.direction !== 'out')
    throw new DomainProblem('badRequest', [{ code: 'onlyWhatWasSent' }, { code: 'nothingChanged' }]);
  if ((await chasesUnderWay(scope, { entryId })).length > 0)
    throw new DomainProblem('decidedMeanwhile', [
      { code: 'chaseUnderWay', name: plan.content.name },
      { code: 'nothingChanged' },
    ]);
  const id = await changing(services, scope, (change) =>
    beginChase(services, change, {
      planId,
      matterId: entry.matterId,
      entryId,
      personId: scope.actor.id,
      startedUtc: entry.occurredAtUtc,
      answers,
    }),
  );
  return readChase(scope, id);
}

export interface Beginning {
  readonly planId: string;
  readonly matterId: string;
  readonly entryId: string;
  /** Whoever the reminders go for. */
  readonly personId: string;
  /** When the message went: what was heard since answers it. */
  readonly startedUtc: number;
  readonly answers: Answers;
}

/** Begins a plan within the change that gives rise to it. */
export async function beginChase(
  { newId }: Pick<Services, 'newId'>,
  { tx, scope, atUtc, audit, tell }: Change,
  beginning: Beginning,
): Promise<string> {
  const { timeZone } = await readSettings(scope);
  const id = newId();
  const { matterId } = beginning;
  await insertChase(tx, {
    ...beginning,
    id,
    startedOn: zonedTime(timeZone, atUtc).date,
    stepsDone: 0,
    went: [],
    hindered: null,
    ended: null,
  });
  await audit('chase.begun', 'matter', matterId, { chaseId: id, planId: beginning.planId });
  tell({ kind: 'matter', id: matterId, matterId });
  return id;
}
