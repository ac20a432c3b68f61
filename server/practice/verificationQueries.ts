import type { Knex } from 'knex';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { PER_SECOND } from '../correspondence/entryWordQueries.ts';
import { eachListed, textOf } from '../platform/database/dialects/sqlite/json.ts';
import { entryWords } from '../platform/database/dialects/sqlite/words.ts';
import { sql } from '../platform/database/reads.ts';
import type { Needed } from './needed.ts';

interface KeptRow {
  readonly blob: string | null;
  readonly name: string | null;
  readonly subject: string | null;
  readonly matter_id: string | null;
  readonly reference: string | null;
}

/** Where a stored file may be referred to. */
interface Place {
  readonly place: Needed['place'];
  readonly rows: Knex.QueryBuilder;
}

/** Every stored file that something refers to, each with what does. */
export async function keptBlobs(scope: Scope): Promise<ReadonlyMap<string, readonly Needed[]>> {
  const kept = new Map<string, Needed[]>();
  for (const { place, rows } of [...onMatters(scope), ...elsewhere(scope)])
    for (const row of (await rows) as KeptRow[]) {
      if (row.blob === null) continue;
      const { name, subject, reference } = row;
      const needed: Needed = { place, name, subject, reference, matterId: row.matter_id };
      const known = kept.get(row.blob) ?? [];
      if (!known.some((one) => isSame(one, needed))) known.push(needed);
      kept.set(row.blob, known);
    }
  return kept;
}

const isSame = (a: Needed, b: Needed): boolean =>
  a.place === b.place && a.name === b.name && a.subject === b.subject && a.reference === b.reference;

/** What stands on a matter is named. */
function onMatters(scope: Scope): readonly Place[] {
  const db = sql(scope);
  const nothing = db.raw('NULL');
  const item = { blob: textOf(db, 'item.value', 'blob'), name: textOf(db, 'item.value', 'name') };
  const from = (table: 'entries' | 'documents' | 'messages'): Knex.QueryBuilder =>
    visible(scope, table)
      .join('matters', 'matters.id', db.ref(`${table}.matter_id`))
      .select({ matter_id: 'matters.id', reference: 'matters.reference' });
  const entries = () => from('entries').select({ subject: 'entries.subject' });
  return [
    { place: 'entry', rows: entries().select({ blob: 'entries.raw_blob', name: nothing }) },
    { place: 'attachment', rows: eachListed(entries(), 'entries.attachments').select(item) },
    {
      place: 'document',
      rows: from('documents').select({ blob: 'documents.blob', name: 'documents.name', subject: nothing }),
    },
    {
      place: 'leaving',
      rows: from('messages')
        .whereNotNull('messages.frozen')
        .select({ blob: textOf(db, 'messages.frozen', 'blob'), name: nothing, subject: nothing }),
    },
    {
      place: 'draft',
      rows: eachListed(from('messages').whereNot('messages.state', 'sent'), 'messages.enclosures').select({
        ...item,
        subject: nothing,
      }),
    },
  ];
}

/** What stands on no matter is not: mail in the in-tray may be about a restricted one, and a template somebody's own. */
function elsewhere(scope: Scope): readonly Place[] {
  const db = sql(scope);
  const nothing = db.raw('NULL');
  const unnamed = { name: nothing, subject: nothing, matter_id: nothing, reference: nothing };
  return [
    { place: 'picture', rows: db('pictures').select({ ...unnamed, blob: 'blob' }) },
    { place: 'incoming', rows: db('incoming').select({ ...unnamed, blob: 'raw_blob' }) },
    {
      place: 'incomingFile',
      rows: eachListed(db('incoming'), 'incoming.attachments').select({
        ...unnamed,
        blob: textOf(db, 'item.value', 'blob'),
      }),
    },
    { place: 'deliveryReport', rows: db('delivery_reports').select({ ...unnamed, blob: 'raw_blob' }) },
    { place: 'templateFile', rows: db('template_files').select({ ...unnamed, blob: 'blob' }) },
  ];
}

const MOST_NOT_HELD = 100;

/** Entries that the index of words does not hold, by their subjects. */
export const entriesNotFindable = (
  scope: Scope,
): Promise<{ readonly subject: string; readonly matterId: string }[]> =>
  entryWords.notHeld(sql(scope), PER_SECOND, MOST_NOT_HELD);

/** Rows of the index that are no entry’s. */
export async function rowsOfNothing(scope: Scope): Promise<number> {
  const entries = await visible(scope, 'entries').count<{ n: number }[]>({ n: '*' }).first();
  return Math.max(0, (await entryWords.count(sql(scope))) - (entries?.n ?? 0));
}
