import type { MatterRoutines, RanRoutine, TriedRoutine, TryRoutine } from '../../../contract/routines.ts';
import type { RoutineContent } from '../../../core/routines/index.ts';
import { findPerson } from '../../access/peopleQueries.ts';
import { may } from '../../access/rights.ts';
import type { PersonScope } from '../../access/scope.ts';
import { findMatter } from '../../matters/queries.ts';
import { findMessage } from '../../messages/queries.ts';
import { notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { checker } from './checkedAgainst.ts';
import { mattersNow, openOccasion, viewOccasion } from './occasions.ts';
import { planOn, viewPlan } from './planOn.ts';
import type { StoredRun } from './routine.ts';
import { listRoutines, occasionsTaken, runsOn, takenKey } from './routineQueries.ts';
import { mayComeBack } from './undoRun.ts';

/** Runs that a matter's page shows. */
const RUNS_SHOWN = 10;

/** Routines that can be run on a matter by whoever asks, offered ones first, and what lately ran there. */
export async function routinesHere(
  services: Services,
  scope: PersonScope,
  matterId: string,
): Promise<MatterRoutines> {
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const check = await checker(scope);
  const now = (await mattersNow(services, scope, [matter])).get(matterId);
  const taken = await occasionsTaken(scope, [matterId]);
  const items = (await listRoutines(scope)).flatMap(({ id, content }) => {
    if (!isFor(content, scope) || !check(content).suits.includes(matter.type.id)) return [];
    const occasion = now && openOccasion(content, now, (key) => taken.has(takenKey(id, matterId, key)));
    return [
      {
        routineId: id,
        name: content.name,
        about: content.about,
        occasion: occasion ? viewOccasion(occasion, matter) : null,
      },
    ];
  });
  const runs: RanRoutine[] = [];
  for (const run of await runsOn(scope, matterId, RUNS_SHOWN)) runs.push(await viewRun(scope, run));
  return {
    items: [...items.filter(({ occasion }) => occasion), ...items.filter(({ occasion }) => !occasion)],
    runs,
  };
}

/** Whether somebody may run a routine, by their role. */
export const isFor = ({ roles }: RoutineContent, { actor }: PersonScope): boolean =>
  may(actor, 'work') && (roles.length === 0 || roles.includes(actor.role));

export async function viewRun(scope: PersonScope, run: StoredRun): Promise<RanRoutine> {
  const person = await findPerson(scope, run.personId);
  const states = run.undoneUtc === null && !run.hindered ? await statesOf(scope, run) : [];
  return {
    id: run.id,
    name: run.name,
    person: person?.name ?? '',
    unasked: run.unasked,
    atUtc: run.atUtc,
    did: structuredClone([...run.did.steps]),
    hindered: run.hindered,
    undone: run.undoneUtc !== null,
    mayUndo: run.undoneUtc === null && !run.hindered && may(scope.actor, 'work') && mayComeBack(states),
  };
}

async function statesOf(scope: PersonScope, { did }: StoredRun): Promise<Parameters<typeof mayComeBack>[0]> {
  const states = [];
  for (const id of did.messageIds) {
    const message = await findMessage(scope, id);
    if (message) states.push(message);
  }
  return states;
}

/** Checks a routine as it is written, and goes through it on a matter without doing anything. */
export async function tryRoutine(
  services: Services,
  scope: PersonScope,
  { content: json, matterId }: TryRoutine,
): Promise<TriedRoutine> {
  const content = structuredClone(json) as RoutineContent;
  const { problems, suits } = (await checker(scope))(content);
  const checked = {
    problems: problems.map((one) => ({ ...one, params: { ...one.params } })),
    suits: [...suits],
  };
  if (matterId === undefined) return { ...checked, would: null, offered: null };
  const matter = await findMatter(scope, matterId);
  if (!matter) throw notFound('matter');
  const on = await planOn(services, scope, content, matter, { answers: {} });
  const now = (await mattersNow(services, scope, [matter])).get(matter.id);
  const occasion = now && openOccasion(content, now, () => false);
  return {
    ...checked,
    would: {
      routineId: matter.id,
      name: content.name,
      version: 0,
      runId: null,
      ...viewPlan(on),
      leavesAtUtc: null,
    },
    offered: occasion ? viewOccasion(occasion, matter) : null,
  };
}
