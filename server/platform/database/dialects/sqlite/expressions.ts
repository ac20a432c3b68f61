import type { Knex } from 'knex';

/** The greater of what a column holds and a value; a column that holds nothing counts as nothing. */
export const greatest = (db: Knex, column: string, value: number): Knex.Raw =>
  db.raw('max(coalesce(??, 0), ?)', [column, value]);

/** Rows whose text has a piece in it, sign by sign. */
export const containing = <Q extends Knex.QueryBuilder>(query: Q, column: string, piece: string): Q =>
  query.whereRaw('instr(??, ?) > 0', [column, piece]) as Q;

/** Rows whose text has a piece in it, whatever its case. */
export const containingAnyCase = <Q extends Knex.QueryBuilder>(query: Q, column: string, piece: string): Q =>
  query.whereRaw('instr(lower(??), lower(?)) > 0', [column, piece]) as Q;

/** The distinct values of a group as one text, with commas. */
export const joined = (db: Knex, column: string, as: string): Knex.Raw =>
  db.raw('group_concat(DISTINCT ??) AS ??', [column, as]);

/** The number that a text with this beginning goes on with; 0 where it goes on with none. */
export const numberAfter = (db: Knex, column: string, beginning: string): Knex.Raw =>
  db.raw('CAST(substr(??, ?) AS INTEGER)', [column, beginning.length + 1]);

/** The next place in a table that counts its rows as they come, for use within an insert. */
export const nextSeq = (db: Knex, table: string): Knex.Raw =>
  db.raw('(SELECT coalesce(max(seq), 0) + 1 FROM ??)', [table]);

/** Foreign keys are looked at when the transaction ends rather than row by row. */
export const deferForeignKeys = async (tx: Knex): Promise<void> => {
  await tx.raw('PRAGMA defer_foreign_keys = ON');
};
