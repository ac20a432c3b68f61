import type { Scope } from '../access/scope.ts';
import { deferForeignKeys } from '../platform/database/dialects/sqlite/expressions.ts';
import { putRows, rowsOf, tableNames } from '../platform/database/dialects/sqlite/rows.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { sql } from '../platform/database/reads.ts';
import { SIGN_IN_KEY, withoutClientSecret } from '../access/signIn/signInSettings.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { SECRET_KEY } from '../platform/settings/queries.ts';
import { MAIL_HOSTS_KEY, withoutPasswords } from '../platform/mail/mailHostQueries.ts';
import { linesWithoutPasswords, MAIL_LINES_KEY } from '../platform/mail/mailLineQueries.ts';

/** Tables that are the application’s own affair, or belong to whoever is signed in here. */
const LEFT_OUT = /^(?:knex_|sessions$|person_links$|sign_in_tries$)/;

/** Every table that an archive holds, those that others refer to first where it matters. */
export async function archiveTables(scope: Scope): Promise<string[]> {
  return (await tableNames(sql(scope))).filter((name) => !LEFT_OUT.test(name));
}

type Row = Readonly<Record<string, unknown>>;

/** A row of the settings as an archive holds it: mail hosts without their passwords, and not what sessions are signed with. */
function withoutSecrets(row: Row): readonly Row[] {
  if (row['key'] === SECRET_KEY) return [];
  if (row['key'] === SIGN_IN_KEY) return [{ ...row, value: withoutClientSecret(String(row['value'])) }];
  if (row['key'] === MAIL_LINES_KEY) return [{ ...row, value: linesWithoutPasswords(String(row['value'])) }];
  return row['key'] === MAIL_HOSTS_KEY ? [{ ...row, value: withoutPasswords(String(row['value'])) }] : [row];
}

/** A table’s rows, a few at a time; secrets stay here. */
export async function* readRows(scope: Scope, table: string, atOnce: number): AsyncGenerator<Row[]> {
  for await (const rows of rowsOf(sql(scope), table, atOnce))
    yield table === 'settings' ? rows.flatMap(withoutSecrets) : rows;
}

/** Fills the tables of a database that is new, all of them or none. */
export async function fillTables(
  db: Database,
  tables: readonly string[],
  rowsFor: (table: string) => AsyncIterable<readonly Row[]>,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    await deferForeignKeys(tx);
    for (const table of tables) await fill(tx, table, rowsFor(table));
  });
}

async function fill(tx: Tx, table: string, rows: AsyncIterable<readonly Row[]>): Promise<void> {
  // What a new database begins with is in the archive too.
  await tx(table).delete();
  for await (const some of rows) await putRows(tx, table, some);
}
