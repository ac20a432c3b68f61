import type { Scope } from '../access/scope.ts';
import { matterWords } from '../platform/database/dialects/sqlite/words.ts';
import { inList, notInList } from '../platform/database/dialects/sqlite/json.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { ImportItem, ImportOptions, StoredImport, Tried } from './import.ts';

interface ImportRow {
  readonly id: string;
  readonly what: StoredImport['what'];
  readonly file_name: string;
  readonly blob: string;
  readonly person_id: string;
  readonly created_utc: number;
  readonly state: StoredImport['state'];
  readonly options: string;
  readonly tried: string;
  readonly done: number;
}

const toImport = (row: ImportRow): StoredImport => ({
  id: row.id,
  what: row.what,
  fileName: row.file_name,
  blob: row.blob,
  personId: row.person_id,
  createdAtUtc: row.created_utc,
  state: row.state,
  options: fromJson<ImportOptions>(row.options),
  tried: fromJson<Tried>(row.tried),
  done: row.done,
});

export async function insertImport(tx: Tx, one: StoredImport): Promise<void> {
  await tx('imports').insert({
    id: one.id,
    what: one.what,
    file_name: one.fileName,
    blob: one.blob,
    person_id: one.personId,
    created_utc: one.createdAtUtc,
    state: one.state,
    options: JSON.stringify(one.options),
    tried: JSON.stringify(one.tried),
    done: one.done,
  });
}

export async function findImport(scope: Scope, id: string): Promise<StoredImport | undefined> {
  const row = await sql(scope)<ImportRow>('imports').where({ id }).first();
  return row && toImport(row);
}

interface ListedImport extends StoredImport {
  readonly by: string;
  readonly made: number;
  readonly updated: number;
}

/** The latest imports, with what each came to. */
export async function listImports(scope: Scope, limit: number): Promise<readonly ListedImport[]> {
  const db = sql(scope);
  const count = (action: ImportItem['action']) =>
    db('import_items')
      .where({ import_id: db.ref('imports.id'), action })
      .count()
      .as(action);
  const rows = await db('imports')
    .join('people', 'people.id', 'imports.person_id')
    .orderBy('created_utc', 'desc')
    .limit(limit)
    .select('imports.*', { by: 'people.name' }, count('made'), count('updated'))
    .then((found: (ImportRow & { by: string; made: number; updated: number })[]) => found);
  return rows.map((row) => ({ ...toImport(row), by: row.by, made: row.made, updated: row.updated }));
}

export const nameOfPerson = async (scope: Scope, id: string): Promise<string> =>
  (await sql(scope)('people').where({ id }).first<{ name: string } | undefined>('name'))?.name ?? '';

/** Changes an import that is in one of some states; false where it is not. */
export async function updateImport(
  tx: Tx,
  id: string,
  from: readonly StoredImport['state'][],
  change: Partial<Pick<StoredImport, 'state' | 'options' | 'tried' | 'done'>>,
): Promise<boolean> {
  const changed = await tx('imports')
    .where({ id })
    .whereIn('state', [...from])
    .update({
      state: tx.ref('state'),
      ...(change.state === undefined ? {} : { state: change.state }),
      ...(change.options === undefined ? {} : { options: JSON.stringify(change.options) }),
      ...(change.tried === undefined ? {} : { tried: JSON.stringify(change.tried) }),
      ...(change.done === undefined ? {} : { done: change.done }),
    });
  return changed === 1;
}

const AT_ONCE = 100;

export async function insertItems(tx: Tx, importId: string, items: readonly ImportItem[]): Promise<void> {
  for (let at = 0; at < items.length; at += AT_ONCE)
    await tx('import_items').insert(
      items.slice(at, at + AT_ONCE).map(({ kind, subjectId, action, revision, before }) => ({
        import_id: importId,
        kind,
        subject_id: subjectId,
        action,
        revision,
        before,
      })),
    );
}

export interface StoredItem extends ImportItem {
  readonly seq: number;
}

/** The latest of what an import did, the last thing first. */
export const lastItems = (scope: Scope, importId: string, limit: number): Promise<StoredItem[]> =>
  sql(scope)('import_items')
    .where({ import_id: importId })
    .orderBy('seq', 'desc')
    .limit(limit)
    .select<StoredItem[]>('seq', 'kind', { subjectId: 'subject_id' }, 'action', 'revision', 'before');

export const forgetItems = async (tx: Tx, importId: string, seqs: readonly number[]): Promise<void> => {
  await tx('import_items')
    .where({ import_id: importId })
    .whereIn('seq', [...seqs])
    .delete();
};

/** What columns of such names were the last time. */
export async function knownMappings(scope: Scope, what: string): Promise<ReadonlyMap<string, string>> {
  const rows = await sql(scope)('import_mappings')
    .where({ what })
    .select<{ head_key: string; target: string }[]>('head_key', 'target');
  return new Map(rows.map(({ head_key, target }) => [head_key, target]));
}

export async function rememberMappings(
  tx: Tx,
  what: string,
  mappings: ReadonlyMap<string, string>,
): Promise<void> {
  const rows = [...mappings].map(([head_key, target]) => ({ what, head_key, target }));
  if (rows.length > 0)
    await tx('import_mappings').insert(rows).onConflict(['what', 'head_key']).merge(['target']);
}

/** Imports whose undoing broke off: what is left of them can be undone again. */
export const undoable = async (tx: Tx): Promise<void> => {
  await tx('imports')
    .where({ state: 'undone' })
    .whereIn('id', tx('import_items').select('import_id'))
    .update({ state: 'done' });
};

/** Imports that ran when the server stopped: they can be gone on with. */
export const stopRunning = async (tx: Tx): Promise<void> => {
  await tx('imports').where({ state: 'running' }).update({ state: 'stopped' });
};

/**
 * Deletes those of some contacts that nobody changed and nothing holds; gives the ids of those that are gone. All at once: what
 * contacts are found by has no index by contact, so that one by one would take the square of their number.
 */
export async function deleteContacts(
  tx: Tx,
  contacts: readonly { readonly id: string; readonly revision: number }[],
): Promise<ReadonlySet<string>> {
  const ids = contacts.map(({ id }) => id);
  const held = new Set([
    ...(await inList(tx('parties'), 'contact_id', ids).pluck<string[]>('contact_id')),
    ...(await inList(tx('contacts'), 'merged_into_id', ids).pluck<string[]>('merged_into_id')),
    ...(await inList(tx('contacts'), 'couple_with_id', ids).pluck<string[]>('couple_with_id')),
    ...(await notInList(inList(tx('memberships'), 'organisation_id', ids), 'contact_id', ids).pluck<string[]>(
      'organisation_id',
    )),
  ]);
  const rows = await inList(tx('contacts'), 'id', ids)
    .whereNull('merged_into_id')
    .select<{ id: string; revision: number }[]>('id', 'revision');
  const revisions = new Map(rows.map(({ id, revision }) => [id, revision]));
  const free = contacts
    .filter(({ id, revision }) => revisions.get(id) === revision && !held.has(id))
    .map(({ id }) => id);
  for (const table of ['contact_addresses', 'contact_words'])
    await inList(tx(table), 'contact_id', free).delete();
  await inList(tx('contacts'), 'id', free).delete();
  return new Set(free);
}

/** Everything that keeps a matter from being taken back. */
const HANGS_ON = ['documents', 'messages', 'entries', 'follow_ups'] as const;

/** Deletes a matter that nobody changed and nothing hangs on; false where it must stay. */
export async function deleteMatter(tx: Tx, id: string, revision: number): Promise<boolean> {
  const row = await tx('matters').where({ id, revision }).first<{ seq: number } | undefined>('seq');
  if (!row) return false;
  for (const table of HANGS_ON) if (await tx(table).where({ matter_id: id }).first()) return false;
  for (const table of ['parties', 'matter_access', 'matter_names', 'former_references', 'matter_entries'])
    await tx(table).where({ matter_id: id }).delete();
  await matterWords.remove(tx, row.seq);
  await tx('matters').where({ id }).delete();
  return true;
}
