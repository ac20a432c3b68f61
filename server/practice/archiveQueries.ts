import { MAIL_HOSTS_KEY } from '../sending/mailHostQueries.ts';
import { SECRET_KEY } from '../platform/settings/queries.ts';
import type { Database } from '../platform/database/openDatabase.ts';

/** Tables that are the application’s own affair, or belong to whoever is signed in here. */
const LEFT_OUT = /^(?:sqlite_|knex_|sessions$)/;
/** Indexes of words keep themselves in tables of their own. */
const SHADOW = /_words_(?:config|content|data|docsize|idx)$/;

/** Every table that an archive holds, those that others refer to first where it matters. */
export async function archiveTables(db: Database): Promise<string[]> {
  const names = await db('sqlite_master')
    .where({ type: 'table' })
    .orderBy('rootpage')
    .pluck<string[]>('name');
  return names.filter((name) => !LEFT_OUT.test(name) && !SHADOW.test(name));
}

type Row = Readonly<Record<string, unknown>>;

/** Settings with secrets in them: what sessions are signed with, and how mail hosts are signed in to. */
const STAY_HERE = new Set<string>([SECRET_KEY, MAIL_HOSTS_KEY]);

/** A table’s rows with their own numbers, a few at a time; secrets stay here. */
export async function* readRows(db: Database, table: string, atOnce: number): AsyncGenerator<Row[]> {
  for (let after = -1; ;) {
    const rows = await db.raw<(Row & { archived_row: number })[]>(
      'SELECT rowid AS archived_row, * FROM ?? WHERE rowid > ? ORDER BY rowid LIMIT ?',
      [table, after, atOnce],
    );
    const last = rows.at(-1);
    if (!last) return;
    after = last.archived_row;
    yield table === 'settings' ? rows.filter((row) => !STAY_HERE.has(String(row['key']))) : rows;
  }
}

/** SQLite takes this many values in one statement. */
const MOST_VALUES = 30_000;

export async function insertRows(db: Database, table: string, rows: readonly Row[]): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const atOnce = Math.max(1, Math.floor(MOST_VALUES / Object.keys(first).length));
  for (let at = 0; at < rows.length; at += atOnce)
    await db(table).insert(
      rows.slice(at, at + atOnce).map(({ archived_row, ...row }) => ({ rowid: archived_row, ...row })),
    );
}
