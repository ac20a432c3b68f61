import type { Knex } from 'knex';

/** A list as one value: a statement with a place for each would be written anew for every length. */
const ONE_LIST = '(select value from json_each(?))';

/** Rows whose column is one of a list, however long. */
export const inList = <Q extends Knex.QueryBuilder>(query: Q, column: string, values: readonly string[]): Q =>
  query.whereRaw(`?? in ${ONE_LIST}`, [column, JSON.stringify(values)]) as Q;

/** Rows whose column is none of a list, however long. */
export const notInList = <Q extends Knex.QueryBuilder>(
  query: Q,
  column: string,
  values: readonly string[],
): Q => query.whereRaw(`?? not in ${ONE_LIST}`, [column, JSON.stringify(values)]) as Q;

/** A list as a table of one column. */
export const listAsTable = (db: Knex, column: string, values: readonly string[]): Knex.Raw =>
  db.raw('select value as ?? from json_each(?)', [column, JSON.stringify(values)]);

/** Rows whose JSON column has something under a key. */
export const holding = <Q extends Knex.QueryBuilder>(query: Q, column: string, key: string): Q =>
  query.whereRaw('json_type(??, ?) IS NOT NULL', [column, `$."${key}"`]) as Q;

/** Rows whose JSON list has a text in it. */
export const listing = <Q extends Knex.QueryBuilder>(query: Q, column: string, value: string): Q =>
  query.whereRaw('EXISTS (SELECT 1 FROM json_each(??) WHERE value = ?)', [column, value]) as Q;

/** Each text of a JSON list as a row of its own, called `item.value`. */
export const eachListed = <Q extends Knex.QueryBuilder>(query: Q, column: string): Q =>
  query.joinRaw(', json_each(??) AS item', [column]) as Q;

/** The text under a key of a JSON column, as a column. */
export const jsonText = (db: Knex, column: string, key: string, as: string): Knex.Raw =>
  db.raw('json_extract(??, ?) AS ??', [column, `$.${key}`, as]);

/** The text under a key of a JSON value, for use within a query. */
export const textOf = (db: Knex, column: string, key: string): Knex.Raw =>
  db.raw('json_extract(??, ?)', [column, `$.${key}`]);

/**
 * The rows of a subquery as one JSON value beside each row of another: what hangs on it comes along in the same statement.
 * `columns` are the names of the subquery's columns.
 */
export const rowsAsJson = (
  db: Knex,
  columns: readonly string[],
  from: Knex.QueryBuilder,
  as: string,
): Knex.Raw =>
  db.raw(
    `(SELECT json_group_array(json_object(${columns.map((name) => `'${name}', part."${name}"`).join(', ')})) FROM ? AS part) AS ??`,
    [from, as],
  );

/** Puts a key into a JSON value of the settings, whatever other keys are put in at the same time. */
export async function putKey(db: Knex, row: string, key: string, value: number): Promise<void> {
  await db.raw(
    `INSERT INTO settings (key, value) VALUES (:row, json_object(:key, :value))
     ON CONFLICT (key) DO UPDATE SET value = json_patch(value, excluded.value)`,
    { row, key, value },
  );
}
