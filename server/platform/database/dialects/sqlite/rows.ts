import type { Knex } from 'knex';

/** The number that the database itself gives a row; words are found by it, so that an archive keeps it. */
const ROW = 'archived_row';

type Row = Readonly<Record<string, unknown>>;

/** Shadow tables in which indexes of words keep themselves. */
const SHADOW = /_words_(?:config|content|data|docsize|idx)$/;

/** Every table, in the order in which they were made. */
export async function tableNames(db: Knex): Promise<string[]> {
  const names = await db('sqlite_master')
    .where({ type: 'table' })
    .orderBy('rootpage')
    .pluck<string[]>('name');
  return names.filter((name) => !name.startsWith('sqlite_') && !SHADOW.test(name));
}

/** A table's rows with their own numbers, a few at a time. */
export async function* rowsOf(db: Knex, table: string, atOnce: number): AsyncGenerator<Row[]> {
  for (let after = -1; ;) {
    const rows = await db.raw<(Row & { [ROW]: number })[]>(
      `SELECT rowid AS ${ROW}, * FROM ?? WHERE rowid > ? ORDER BY rowid LIMIT ?`,
      [table, after, atOnce],
    );
    const last = rows.at(-1);
    if (!last) return;
    after = last[ROW];
    yield rows;
  }
}

/** SQLite takes this many values in one statement. */
const MOST_VALUES = 30_000;

/** Puts rows of {@link rowsOf} into a table, with the numbers they had. */
export async function putRows(db: Knex, table: string, rows: readonly Row[]): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const atOnce = Math.max(1, Math.floor(MOST_VALUES / Object.keys(first).length));
  for (let at = 0; at < rows.length; at += atOnce)
    await db(table).insert(
      rows.slice(at, at + atOnce).map(({ [ROW]: rowid, ...row }) => ({ rowid, ...row })),
    );
}
