import type { ChaseList, ChaseView, ChasesQuery } from '../../../contract/chasers.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { findPerson } from '../../access/peopleQueries.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findEntry } from '../../correspondence/queries.ts';
import { findMatter } from '../../matters/queries.ts';
import { notFound } from '../../platform/problems/problem.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { findStartable } from '../../templates/compiled.ts';
import { versionNumber } from '../../templates/queries.ts';
import type { StoredChase, StoredPlan } from './chase.ts';
import { chasesOn, chasesUnderWay, findChase } from './chaseQueries.ts';
import { findPlan, listPlans } from './keepPlan.ts';
import { namesOf } from '../../../core/model/mailbox.ts';
import { nextStep } from './nextStep.ts';

/** Chaser plans of a matter, ended ones among them; without one, those under way. */
export async function readChases(
  scope: PersonScope,
  { matterId, whose = 'mine' }: ChasesQuery,
): Promise<ChaseList> {
  const found =
    matterId === undefined
      ? await chasesUnderWay(scope, whose === 'mine' ? { personId: scope.actor.id } : {})
      : await chasesOn(scope, matterId);
  const plans = new Map((await listPlans(scope)).map((plan) => [plan.id, plan]));
  const items: ChaseView[] = [];
  for (const chase of found) {
    const view = await viewChase(scope, chase, plans.get(chase.planId));
    if (view) items.push(view);
  }
  return { items };
}

export async function readChase(scope: PersonScope, id: string): Promise<ChaseView> {
  const chase = await findChase(scope, id);
  const view = chase && (await viewChase(scope, chase, await findPlan(scope, chase.planId)));
  if (!view) throw notFound('chase');
  return view;
}

async function viewChase(
  scope: PersonScope,
  chase: StoredChase,
  plan: StoredPlan | undefined,
): Promise<ChaseView | undefined> {
  const matter = await findMatter(scope, chase.matterId);
  const entry = await findEntry(scope, chase.entryId);
  if (!plan || !matter || !entry) return undefined;
  const { timeZone } = await readSettings(scope);
  return {
    id: chase.id,
    planId: plan.id,
    plan: plan.content.name,
    planVersion: plan.number,
    matterId: matter.id,
    reference: matter.reference,
    title: matter.title,
    entryId: entry.id,
    subject: entry.subject,
    to: namesOf(entry.people.to),
    startedOn: chase.startedOn,
    person: (await findPerson(scope, chase.personId))?.name ?? '',
    next: chase.ended ? null : await viewNext(scope, chase, plan),
    went: chase.went.map((one) => ({ ...one, on: zonedTime(timeZone, one.atUtc).date })),
    hindered: chase.hindered?.map(({ code, params }) => ({ code, params: { ...params } })) ?? null,
    ended: chase.ended,
  };
}

async function viewNext(
  scope: PersonScope,
  chase: StoredChase,
  plan: StoredPlan,
): Promise<ChaseView['next']> {
  const next = nextStep(chase, plan, await readSettings(scope));
  if (!next) return null;
  if (next.does !== 'remind')
    return { does: next.does, dueOn: next.does === 'tell' ? next.dueOn : null, template: null };
  const step = plan.content.steps[next.step];
  const template = step && (await findStartable(scope, step.templateId));
  return {
    does: 'remind',
    dueOn: next.dueOn,
    template: template
      ? {
          id: template.templateId,
          name: template.name,
          channel: template.channel,
          version: await versionNumber(scope, template.versionId),
        }
      : null,
  };
}
