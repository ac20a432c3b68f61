import type { ChangedMatter, ChangeMatter } from '../../contract/matterTypes.ts';
import { isGeneralFile } from '../../core/model/generalFile.ts';
import { changing } from '../access/change.ts';
import type { Change } from '../access/change.ts';
import type { PersonActor } from '../access/actor.ts';
import { may } from '../access/rights.ts';
import type { PersonScope } from '../access/scope.ts';
import { plainCopy } from '../platform/database/plainCopy.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { refuseUnfree } from './freeReference.ts';
import { accessTo, keepFormerReference, renewFinding, updateMatter } from './changeQueries.ts';
import type { MatterChange } from './changeQueries.ts';
import type { StoredMatter } from './matter.ts';
import { findMatter } from './queries.ts';
import { readChange } from './readChange.ts';
import { readRecord } from './readRecord.ts';

/** Changes a matter in place; gives the change that would take it back. */
export async function changeMatter(
  services: Services,
  scope: PersonScope,
  id: string,
  change: ChangeMatter,
): Promise<ChangedMatter> {
  if ((change.restricted !== undefined || change.visibleTo) && !may(scope.actor, 'restrict'))
    throw new DomainProblem('notYours', [{ code: 'restrictingNotYours' }, { code: 'nothingChanged' }]);
  const undo = await changing(services, scope, (made) => applyChange(made, id, change));
  const record = await readRecord(services, scope, id);
  return { record, undo: { ...undo, revision: record.revision } };
}

/** Changes a matter within a change; gives the change that would take it back. */
export async function applyChange(
  { tx, scope, actor, audit, tell }: Change<PersonActor>,
  id: string,
  change: ChangeMatter,
): Promise<ChangeMatter> {
  const before = await findMatter(scope, id);
  if (!before) throw notFound('matter');
  if (isGeneralFile(before.id))
    throw new DomainProblem('badRequest', [{ code: 'generalFileStays' }, { code: 'nothingChanged' }]);
  if (change.reference !== undefined && change.reference.trim() !== before.reference)
    await refuseUnfree(scope, before.id, change.reference.trim());
  const access = change.visibleTo || change.restricted !== undefined ? await accessTo(scope, id) : [];
  const stored = keepInSight(await readChange(scope, before, change), before, access, actor);
  if (!(await updateMatter(tx, id, change.revision, stored))) {
    throw new DomainProblem('matterChanged');
  }
  if (stored.reference !== undefined && stored.reference !== before.reference)
    await keepFormerReference(tx, id, { from: before.reference, to: stored.reference });
  if (change.title !== undefined || change.reference !== undefined || change.parties || change.facts) {
    const after = await findMatter(scope, id);
    if (after) await renewFinding(tx, after);
  }
  const undo = undoOf(before, change, access);
  await audit('matter.changed', 'matter', id, { change: plainCopy(change), before: undo });
  tell({ kind: 'matter', id, matterId: id });
  return undo;
}

/** Whoever restricts a matter, or hands a restricted one on, goes on seeing it: they must be able to take it back. */
function keepInSight(
  change: MatterChange,
  { restricted, responsible }: StoredMatter,
  access: readonly string[],
  actor: PersonActor,
): MatterChange {
  const hidden = change.restricted ?? restricted;
  if (!hidden || (change.responsibleId ?? responsible.id) === actor.id) return change;
  if (change.restricted === undefined && !change.visibleTo && change.responsibleId === undefined)
    return change;
  return { ...change, visibleTo: [...new Set([...(change.visibleTo ?? access), actor.id])] };
}

/** The change that takes a change back: what stood where it changed something. */
function undoOf(before: StoredMatter, change: ChangeMatter, access: readonly string[]): ChangeMatter {
  const was = <T>(kept: Readonly<Record<string, T>>, changed: object): Record<string, T | null> =>
    Object.fromEntries(
      Object.keys(changed).map((key) => [key, Object.hasOwn(kept, key) ? (kept[key] ?? null) : null]),
    );
  return plainCopy({
    revision: change.revision + 1,
    ...(change.title === undefined ? {} : { title: before.title }),
    ...(change.reference === undefined ? {} : { reference: before.reference }),
    ...(change.note === undefined ? {} : { note: before.note }),
    ...(change.stage === undefined ? {} : { stage: before.stage }),
    ...(change.responsibleId === undefined ? {} : { responsibleId: before.responsible.id }),
    ...(change.facts ? { facts: was(before.facts, change.facts) } : {}),
    ...(change.dates ? { dates: was(before.dates, change.dates) } : {}),
    ...(change.tables
      ? {
          tables: Object.fromEntries(
            Object.keys(change.tables).map((key) => [
              key,
              Object.hasOwn(before.tables, key) ? before.tables[key] : [],
            ]),
          ),
        }
      : {}),
    ...(change.links
      ? {
          links: Object.fromEntries(
            Object.keys(change.links).map((key) => [key, before.linked?.[key]?.id ?? null]),
          ),
        }
      : {}),
    ...(change.restricted === undefined ? {} : { restricted: before.restricted }),
    ...(change.visibleTo ? { visibleTo: access } : {}),
    ...(change.parties
      ? { parties: before.parties.map(({ role, contact }) => ({ role, contactId: contact.id })) }
      : {}),
  });
}
