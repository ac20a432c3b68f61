import type { Knex } from 'knex';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { PER_SECOND } from '../correspondence/entryWordQueries.ts';
import { eachListed, textOf } from '../platform/database/dialects/sqlite/json.ts';
import { entryWords } from '../platform/database/dialects/sqlite/words.ts';
import { sql } from '../platform/database/reads.ts';
import type { Needed } from './verifyPractice.ts';

interface KeptRow {
  readonly blob: string | null;
  readonly matter_id: string | null;
  readonly reference: string | null;
  readonly before: string;
  readonly name: string | null;
  readonly subject: string | null;
}

/** Every stored file that something refers to, each with what does. */
export async function keptBlobs(scope: Scope): Promise<ReadonlyMap<string, readonly Needed[]>> {
  const db = sql(scope);
  const onMatter = (table: 'entries' | 'documents' | 'messages'): Knex.QueryBuilder =>
    visible(scope, table).join('matters', 'matters.id', sql(scope).ref(`${table}.matter_id`));
  const each = (query: Knex.QueryBuilder, column: string): Knex.QueryBuilder => eachListed(query, column);
  const item = (key: 'blob' | 'name'): Knex.Raw => textOf(db, 'item.value', key);
  const nothing = db.raw('NULL');
  const parts = [
    row(onMatter('entries'), 'the bytes of', 'entries.raw_blob', nothing, 'entries.subject'),
    row(each(onMatter('entries'), 'entries.attachments'), '', item('blob'), item('name'), 'entries.subject'),
    row(onMatter('documents'), 'the document', 'documents.blob', 'documents.name', nothing),
    row(
      onMatter('messages').whereNotNull('messages.frozen'),
      'a message on its way',
      textOf(db, 'messages.frozen', 'blob'),
      nothing,
      nothing,
    ),
    row(
      each(onMatter('messages').whereNot('messages.state', 'sent'), 'messages.enclosures'),
      'with a message being written:',
      item('blob'),
      item('name'),
      nothing,
    ),
    bare(db('pictures'), 'a picture of the letters', 'pictures.blob', nothing),
    bare(db('incoming'), 'the in-tray:', 'incoming.raw_blob', 'incoming.subject'),
    bare(each(db('incoming'), 'incoming.attachments'), 'the in-tray:', item('blob'), item('name')),
    bare(db('delivery_reports'), 'a delivery report', 'delivery_reports.raw_blob', nothing),
    bare(db('template_files'), 'a file of a template:', 'template_files.blob', 'template_files.name'),
  ];
  const kept = new Map<string, Needed[]>();
  for (const part of parts)
    for (const found of (await part) as KeptRow[]) {
      if (found.blob === null) continue;
      const needed = { words: wordsOf(found), matterId: found.matter_id };
      const known = kept.get(found.blob);
      if (!known) kept.set(found.blob, [needed]);
      else if (!known.some(({ words }) => words === needed.words)) known.push(needed);
    }
  return kept;

  function row(
    query: Knex.QueryBuilder,
    before: string,
    blob: string | Knex.Raw,
    name: string | Knex.Raw,
    subject: string | Knex.Raw,
  ): Knex.QueryBuilder {
    return query.select({
      blob,
      name,
      subject,
      before: db.raw('?', [before]),
      matter_id: 'matters.id',
      reference: 'matters.reference',
    });
  }

  function bare(
    query: Knex.QueryBuilder,
    before: string,
    blob: string | Knex.Raw,
    name: string | Knex.Raw,
  ): Knex.QueryBuilder {
    return query.select({
      blob,
      name,
      subject: nothing,
      before: db.raw('?', [before]),
      matter_id: nothing,
      reference: nothing,
    });
  }
}

function wordsOf({ before, name, subject, reference }: KeptRow): string {
  const about = subject === null ? '' : `${name === null ? '' : 'with '}“${subject}”`;
  const words = [before, name ?? '', about].filter((word) => word !== '').join(' ');
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
