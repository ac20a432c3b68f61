import type { ImportUndone } from '../../contract/moving.ts';
import type { Contact } from '../../core/model/contact.ts';
import type { PersonActor } from '../access/actor.ts';
import { changing } from '../access/change.ts';
import type { Change } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { takeOut } from '../incoming/takeOut.ts';
import { breathe, updateContact } from '../directory/contactQueries.ts';
import { renewFinding, updateMatter } from '../matters/changeQueries.ts';
import { matterOfDocument, updateDocument } from '../matters/documents/documentQueries.ts';
import { findMatter } from '../matters/queries.ts';
import { fromJson } from '../platform/database/json.ts';
import { inTransaction } from '../platform/database/transaction.ts';
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
  undoable,
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
  const atOnce = importer.atOnce ?? AT_ONCE;
  for (let at = one.done; at < table.lines.length; at += atOnce) {
    const lines = table.lines.slice(at, at + atOnce);
    const done = at + lines.length;
    await importer.prepare?.(scope, lines);
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
  try {
    for (;;) {
      const items = await lastItems(scope, id, AT_ONCE);
      if (items.length === 0) break;
      const came = await takeBackAll(services, scope, id, items);
      undone += came;
      kept += items.length - came;
      await breathe();
    }
  } catch (error) {
    // What is left of it can be undone later.
    await inTransaction(services.db, undoable);
    throw error;
  }
  services.changes.tell({ kind: 'import', id });
  return { undone, kept };
}

/** Takes some of what an import did back, all at once; gives how many of them went. */
function takeBackAll(
  services: Services,
  scope: PersonScope,
  importId: string,
  items: readonly StoredItem[],
): Promise<number> {
  const isMadeContact = ({ kind, action }: StoredItem): boolean => kind === 'contact' && action === 'made';
  return changing(services, scope, async (change) => {
    let undone = 0;
    for (const item of items.filter((one) => !isMadeContact(one)))
      if (await takeBack(services, change, item)) undone += 1;
    // What was made before the matters goes after them.
    const contacts = items.filter(isMadeContact);
    const gone = await deleteContacts(
      change.tx,
      contacts.map(({ subjectId, revision }) => ({ id: subjectId, revision })),
    );
    undone += gone.size;
    await forgetItems(
      change.tx,
      importId,
      items.map(({ seq }) => seq),
    );
    await change.audit('import.undone', 'practice', importId, { undone, kept: items.length - undone });
    return undone;
  });
}

async function takeBack(
  services: Services,
  change: Change<PersonActor>,
  { kind, subjectId, action, revision, before }: StoredItem,
): Promise<boolean> {
  const { tx, scope, atUtc, tell } = change;
  if (kind === 'incoming') return takeOut(services, change, subjectId, before === '"filed"');
  if (kind === 'document') {
    const matterId = await matterOfDocument(scope, subjectId);
    if (matterId === undefined) return false;
    await updateDocument(tx, subjectId, { deletedUtc: atUtc });
    tell({ kind: 'matter', id: matterId, matterId });
    return true;
  }
  if (action === 'made') return deleteMatter(tx, subjectId, revision);
  if (before === null) return false;
  if (kind === 'contact') return updateContact(tx, fromJson<Contact>(before), revision);
  if (!(await updateMatter(tx, subjectId, revision, fromJson<MatterBefore>(before)))) return false;
  const matter = await findMatter(scope, subjectId);
  if (matter) await renewFinding(tx, matter);
  tell({ kind: 'matter', id: subjectId, matterId: subjectId });
  return true;
}
