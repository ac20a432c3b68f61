import type { RoutineJson, RoutineList, RoutineView } from '../../../contract/routines.ts';
import type { RoutineContent } from '../../../core/routines/index.ts';
import type { Scope } from '../../access/scope.ts';
import { notFound } from '../../platform/problems/problem.ts';
import { startableTemplates } from '../../templates/compiled.ts';
import { checker } from './checkedAgainst.ts';
import type { StoredRoutine } from './routine.ts';
import { madeVersions } from '../versionedQueries.ts';
import { countRuns, findRoutine, listRoutines } from './routineQueries.ts';

/** All routines as they stand against the practice today. */
export const readRoutines = async (scope: Scope): Promise<RoutineList> => ({
  items: await viewAll(scope, await listRoutines(scope, { withRetired: true })),
});

export async function readRoutine(scope: Scope, id: string): Promise<RoutineView> {
  const routine = await findRoutine(scope, id);
  const [view] = routine ? await viewAll(scope, [routine]) : [];
  if (!view) throw notFound('routine');
  return view;
}

async function viewAll(scope: Scope, routines: readonly StoredRoutine[]): Promise<RoutineView[]> {
  const check = await checker(scope);
  const names = new Map((await startableTemplates(scope)).map((one) => [one.templateId as string, one.name]));
  const counts = await countRuns(scope);
  const versions = await madeVersions(scope, 'routine');
  return routines.map((routine) => {
    const { problems, suits } = check(routine.content);
    return {
      id: routine.id,
      version: routine.number,
      content: asJson(routine.content),
      unaskedPerDay: routine.unaskedPerDay,
      retired: routine.retired,
      problems: problems.map((one) => ({ ...one, params: { ...one.params } })),
      suits: [...suits],
      templates: Object.fromEntries(
        routine.content.steps.flatMap((step) =>
          step.does === 'send' || step.does === 'document'
            ? [[step.templateId, names.get(step.templateId) ?? '']]
            : [],
        ),
      ),
      runs: counts.get(routine.id) ?? 0,
      versions: [...(versions.get(routine.id) ?? [])],
    };
  });
}

/** What was read from JSON goes as it came. */
const asJson = (content: RoutineContent): RoutineJson => structuredClone(content) as RoutineJson;
