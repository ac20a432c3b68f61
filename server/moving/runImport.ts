import type { ImportUndone } from '../../contract/moving.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { PersonActor } from '../access/actor.ts';
import { changing } from '../access/change.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { breathe, updateContact } from '../directory/contactQueries.ts';
import { renewFinding, updateMatter } from '../matters/changeQueries.ts';
import { updateDocument } from '../matters/documents/documentQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { fromJson } from '../platform/database/json.ts';
import { DomainProblem, notFound } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import type { StoredImport } from './import.ts';
import {
  deleteContacts,
  deleteMatter,
  findImport,
  forgetItems,
  insertItems,
  lastItems,
  rememberMappings,
  updateImport,
} from './importQueries.ts';
import type { StoredItem } from './importQueries.ts';
import type { MatterBefore } from './matterImporter.ts';
import { AT_ONCE, headKey, importerFor, tableOf } from './tryImport.ts';

const notReady = (): DomainProblem =>
  new DomainProblem('badRequest', [{ code: 'importNotReady' }, { code: 'nothingChanged' }]);

/**
 * Begins an import that was tried, or goes on with one that stopped, in the background: a piece at a time, each whole or not
 * at all, with others served between. Lines with faults are left out; the file of faults has them.
 */
export async function runImport(services: Services, scope: PersonScope, id: string): Promise<{ id: string }> {
  const found = await findImport(scope, id);
  if (!found) throw notFound('import');
  await changing(services, scope, async ({ tx, audit, tell }) => {
    if (!(await updateImport(tx, id, ['tried', 'stopped'], { state: 'running' }))) throw notReady();
    const { heads } = found.tried;
    const mappings = found.options.mapping.flatMap((target, n) =>
      target === null ? [] : [[headKey(heads[n] ?? ''), target] as const],
    );
    await rememberMappings(tx, found.what, new Map(mappings.filter(([head]) => head !== '')));
    await audit('import.begun', 'practice', id, { what: found.what, fileName: found.fileName });
    tell({ kind: 'import', id });
  });
  void goOn(services, scope, found).catch(async (error: unknown) => {
    services.log.error({ err: error, importId: id }, 'an import stopped');
    await changing(services, scope, async ({ tx, audit, tell }) => {
      await updateImport(tx, id, ['running'], { state: 'stopped' });
      await audit('import.stopped', 'practice', id, {});
      tell({ kind: 'import', id });
    }).catch(() => undefined);
  });
  return { id };
}

async function goOn(services: Services, scope: PersonScope, one: StoredImport): Promise<void> {
  const table = await tableOf(services, one);
  const importer = await importerFor(services, scope, one, table);
  for (let at = one.done; at < table.lines.length; at += AT_ONCE) {
    const lines = table.lines.slice(at, at + AT_ONCE);
    const done = at + lines.length;
    await changing(services, scope, async (change) => {
      const planned = await importer.plan(change.scope, lines);
      const items = await importer.carryOut(change, planned);
      await insertItems(change.tx, one.id, items);
      const isLast = done >= table.lines.length;
      if (
        !(await updateImport(change.tx, one.id, ['running'], { done, ...(isLast ? { state: 'done' } : {}) }))
      )
        throw notReady();
      await change.audit('import.went', 'practice', one.id, { done, made: items.length });
      change.tell({ kind: 'import', id: one.id });
    });
    await breathe();
  }
  services.changes.tell({ kind: 'contact', id: one.id });
}

/** Takes back all that an import made and changed; what was used or changed since stays, and is counted. */
export async function undoImport(services: Services, scope: PersonScope, id: string): Promise<ImportUndone> {
  const found = await findImport(scope, id);
  if (!found) throw notFound('import');
  let undone = 0;
  let kept = 0;
  await changing(services, scope, async ({ tx, audit }) => {
    if (!(await updateImport(tx, id, ['done', 'stopped'], { state: 'undone' })))
      throw new DomainProblem('badRequest', [{ code: 'nothingToUndo' }, { code: 'nothingChanged' }]);
    await audit('import.undone', 'practice', id, { what: found.what, fileName: found.fileName });
  });
  for (;;) {
    const items = await lastItems(scope, id, AT_ONCE);
    if (items.length === 0) break;
    await changing(services, scope, async (change) => {
      const isMadeContact = ({ kind, action }: StoredItem): boolean =>
        kind === 'contact' && action === 'made';
      const contacts = items.filter(isMadeContact);
      for (const item of items.filter((one) => !isMadeContact(one))) {
        if (await takeBack(change, item)) undone += 1;
        else kept += 1;
      }
      // What was made before the matters goes after them.
      const gone = await deleteContacts(
        change.tx,
        contacts.map(({ subjectId, revision }) => ({ id: subjectId, revision })),
      );
      undone += gone.size;
      kept += contacts.length - gone.size;
      await forgetItems(
        change.tx,
        id,
        items.map(({ seq }) => seq),
      );
      await change.audit('import.undone', 'practice', id, { undone, kept });
    });
    await breathe();
  }
  services.changes.tell({ kind: 'import', id });
  services.changes.tell({ kind: 'contact', id });
  return { undone, kept };
}

async function takeBack(
  { tx, scope, atUtc }: Change<PersonActor>,
  { kind, subjectId, action, revision, before }: StoredItem,
): Promise<boolean> {
  if (kind === 'document') {
    await updateDocument(tx, subjectId, { deletedUtc: atUtc });
    return true;
  }
  if (action === 'made') return deleteMatter(tx, subjectId, revision);
  if (before === null) return false;
  if (kind === 'contact') return updateContact(tx, fromJson<Contact>(before), revision);
  if (!(await updateMatter(tx, subjectId, revision, fromJson<MatterBefore>(before)))) return false;
  const matter = await findMatter(scope, subjectId);
  if (matter) await renewFinding(tx, matter);
  return true;
}
