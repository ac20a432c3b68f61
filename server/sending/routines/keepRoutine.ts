import type { ChangeRoutine, NewRoutine, RoutineJson, RoutineView } from '../../../contract/routines.ts';
import type { RoutineContent } from '../../../core/routines/index.ts';
import { changing } from '../../access/change.ts';
import { may } from '../../access/rights.ts';
import type { PersonScope } from '../../access/scope.ts';
import { plainCopy } from '../../platform/database/plainCopy.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { checker } from './checkedAgainst.ts';
import { readRoutine } from './readRoutines.ts';
import { addVersion, insertFirst, setRetired } from '../versionedQueries.ts';
import { findRoutine, setUnasked } from './routineQueries.ts';

/** Makes a routine. One that names what is not there is refused. */
export async function createRoutine(
  services: Services,
  scope: PersonScope,
  { content }: NewRoutine,
): Promise<RoutineView> {
  const read = await readContent(scope, content);
  const id = services.newId();
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    await insertFirst(tx, 'routine', id);
    const version = { id, versionId: services.newId(), number: 1, content: read };
    await addVersion(tx, 'routine', version, { by: actor.id, atUtc });
    await audit('routine.made', 'routine', id, { name: read.name });
    tell({ kind: 'routine', id });
  });
  return readRoutine(scope, id);
}

/** Writes a routine anew as its next version, retires it or puts it back, or lets it run by itself. */
export async function changeRoutine(
  services: Services,
  scope: PersonScope,
  id: string,
  { version, content, retired, unaskedPerDay }: ChangeRoutine,
): Promise<RoutineView> {
  const routine = await findRoutine(scope, id);
  if (!routine) throw notFound('routine');
  if (routine.number !== version) throw new DomainProblem('routineChanged', [{ code: 'nothingChanged' }]);
  if (unaskedPerDay !== undefined && !may(scope.actor, 'settings'))
    throw new DomainProblem('notYours', [{ code: 'unaskedNotYours' }, { code: 'nothingChanged' }]);
  const read = content && (await readContent(scope, content));
  await changing(services, scope, async ({ tx, actor, atUtc, audit, tell }) => {
    if (read)
      await addVersion(
        tx,
        'routine',
        { id, versionId: services.newId(), number: version + 1, content: read },
        { by: actor.id, atUtc },
      );
    if (retired !== undefined) await setRetired(tx, 'routine', id, retired ? atUtc : null);
    if (unaskedPerDay !== undefined) await setUnasked(tx, id, unaskedPerDay);
    await audit('routine.changed', 'routine', id, plainCopy({ content: read, retired, unaskedPerDay }));
    tell({ kind: 'routine', id });
  });
  return readRoutine(scope, id);
}

async function readContent(scope: PersonScope, json: RoutineJson): Promise<RoutineContent> {
  const content = { ...structuredClone(json), name: json.name.trim() } as RoutineContent;
  const { problems } = (await checker(scope))(content);
  if (problems.length > 0)
    throw new DomainProblem('badRequest', [{ code: 'routineNeedsMending' }, { code: 'nothingSaved' }], {
      problems,
    });
  return content;
}
