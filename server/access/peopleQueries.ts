import { asId } from '../../core/model/ids.ts';
import type { PersonId } from '../../core/model/ids.ts';
import type { Person } from '../../core/model/matter.ts';
import type { Database } from '../platform/database/openDatabase.ts';

export type PersonRight = 'practitioner' | 'assistant' | 'administrator' | 'reader';

/** Somebody of the practice who can sign in. */
export interface Account extends Person {
  readonly right: PersonRight;
  /** scrypt, as `salt:key` in hex; null where no password was set. */
  readonly passwordHash: string | null;
  /** The order people are listed in; the first is the principal. */
  readonly rank: number;
}

interface PersonRow {
  id: string;
  email: string;
  name: string;
  position: string;
  phone: string | null;
  right: PersonRight;
  password_hash: string | null;
  rank: number;
}

const toAccount = (row: PersonRow): Account => ({
  id: asId<PersonId>(row.id),
  name: row.name,
  email: row.email,
  position: row.position,
  ...(row.phone === null ? {} : { phone: row.phone }),
  right: row.right,
  passwordHash: row.password_hash,
  rank: row.rank,
});

export async function listPeople(db: Database): Promise<readonly Account[]> {
  const rows = await db<PersonRow>('people').orderBy('rank');
  return rows.map(toAccount);
}

export async function findPerson(db: Database, id: string): Promise<Account | undefined> {
  const row = await db<PersonRow>('people').where({ id }).first();
  return row && toAccount(row);
}

export async function findPeople(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, Account>> {
  const rows = await db<PersonRow>('people').whereIn('id', [...ids]);
  return new Map(rows.map((row) => [row.id, toAccount(row)]));
}

export async function findPersonByEmail(db: Database, email: string): Promise<Account | undefined> {
  const row = await db<PersonRow>('people').where({ email: email.toLowerCase() }).first();
  return row && toAccount(row);
}

export async function insertPerson(db: Database, account: Account): Promise<void> {
  await db<PersonRow>('people').insert({
    id: account.id,
    email: account.email.toLowerCase(),
    name: account.name,
    position: account.position,
    phone: account.phone ?? null,
    right: account.right,
    password_hash: account.passwordHash,
    rank: account.rank,
  });
}
