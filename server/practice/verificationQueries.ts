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
  readonly words: string;
  readonly rows: Knex.QueryBuilder;
}

/** Every stored file that something refers to, each with what does. */
export async function keptBlobs(scope: Scope): Promise<ReadonlyMap<string, readonly Needed[]>> {
  const kept = new Map<string, Needed[]>();
  for (const { words, rows } of [...onMatters(scope), ...elsewhere(scope)])
    for (const row of (await rows) as KeptRow[]) {
      if (row.blob === null) continue;
      const needed = { words: wordsOf(words, row), matterId: row.matter_id };
      const known = kept.get(row.blob) ?? [];
      if (!known.some((one) => one.words === needed.words)) known.push(needed);
      kept.set(row.blob, known);
    }
  return kept;
}

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
    { words: 'the bytes of', rows: entries().select({ blob: 'entries.raw_blob', name: nothing }) },
    { words: '', rows: eachListed(entries(), 'entries.attachments').select(item) },
    {
      words: 'the document',
      rows: from('documents').select({ blob: 'documents.blob', name: 'documents.name', subject: nothing }),
    },
    {
      words: 'a message on its way',
      rows: from('messages')
        .whereNotNull('messages.frozen')
        .select({ blob: textOf(db, 'messages.frozen', 'blob'), name: nothing, subject: nothing }),
    },
    {
      words: 'with a message being written:',
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
    { words: 'a picture of the letters', rows: db('pictures').select({ ...unnamed, blob: 'blob' }) },
    { words: 'a message in the in-tray', rows: db('incoming').select({ ...unnamed, blob: 'raw_blob' }) },
    {
      words: 'a file with a message in the in-tray',
      rows: eachListed(db('incoming'), 'incoming.attachments').select({
        ...unnamed,
        blob: textOf(db, 'item.value', 'blob'),
      }),
    },
    { words: 'a delivery report', rows: db('delivery_reports').select({ ...unnamed, blob: 'raw_blob' }) },
    { words: 'a file of a template', rows: db('template_files').select({ ...unnamed, blob: 'blob' }) },
  ];
}

function wordsOf(place: string, { name, subject, reference }: KeptRow): string {
  const about = subject === null ? '' : `${name === null ? '' : 'with '}“${subject}”`;
  const words = [place, name ?? '', about].filter((word) => word !== '').join(' ');
  return reference === null ? words : `${words}, ${reference}`;
}

const MOST_NOT_HELD = 100;

/** Entries that the index of words does not hold, by their subjects. */
export async function entriesNotFindable(scope: Scope): Promise<Needed[]> {
  const rows = await entryWords.notHeld(sql(scope), PER_SECOND, MOST_NOT_HELD);
  return rows.map(({ subject, matterId }) => ({ words: subject, matterId }));
}

/** Rows of the index that are no entry’s. */
export async function rowsOfNothing(scope: Scope): Promise<number> {
  const entries = await visible(scope, 'entries').count<{ n: number }[]>({ n: '*' }).first();
  return Math.max(0, (await entryWords.count(sql(scope))) - (entries?.n ?? 0));
}
