import { asId } from '../../core/model/ids.ts';
import type { PersonId } from '../../core/model/ids.ts';
import type { Person } from '../../core/model/matter.ts';
import { kept, stampAnew } from '../platform/database/kept.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { Role } from './actor.ts';

/** Somebody of the practice who can sign in. */
export interface Account extends Person {
  readonly role: Role;
  /** scrypt, as `salt:key` in hex; null where no password was set. */
  readonly passwordHash: string | null;
  /** The order people are listed in; the first is the principal. */
  readonly rank: number;
  /** The passage they sign with; undefined where they sign plainly. */
  readonly signaturePassageId?: string;
  /** Passages that they may sign with besides. */
  readonly furtherSignatures?: readonly string[];
}

interface PersonRow {
  id: string;
  email: string;
  name: string;
  position: string;
  phone: string | null;
  role: Role;
  password_hash: string | null;
  rank: number;
  signature_passage_id: string | null;
  further_signatures?: string;
}

const toAccount = (row: PersonRow): Account => ({
  id: asId<PersonId>(row.id),
  name: row.name,
  email: row.email,
  position: row.position,
  ...(row.phone === null ? {} : { phone: row.phone }),
  role: row.role,
  passwordHash: row.password_hash,
  rank: row.rank,
  ...(row.signature_passage_id === null ? {} : { signaturePassageId: row.signature_passage_id }),
  furtherSignatures: fromJson<string[]>(row.further_signatures ?? '[]'),
});

/** Everybody of the practice, the principal first. */
export const listPeople = kept(['people'], async (reads): Promise<readonly Account[]> =>
  (await sql(reads)<PersonRow>('people').orderBy('rank')).map(toAccount),
);

export const findPerson = async (reads: Reads, id: string): Promise<Account | undefined> =>
  (await listPeople(reads)).find((person) => person.id === id);

export async function findPersonByEmail(reads: Reads, email: string): Promise<Account | undefined> {
  const wanted = email.toLowerCase();
  return (await listPeople(reads)).find((person) => person.email === wanted);
}

export async function insertPerson(tx: Tx, account: Account): Promise<void> {
  await tx<PersonRow>('people').insert({
    id: account.id,
    email: account.email.toLowerCase(),
    name: account.name,
    position: account.position,
    phone: account.phone ?? null,
    role: account.role,
    password_hash: account.passwordHash,
    rank: account.rank,
  });
  await stampAnew(tx, 'people');
}

/** The passages that somebody signs with: by default, null for none, and besides. What is undefined stays as it is. */
export interface SignatureChoice {
  readonly passageId?: string | null | undefined;
  readonly further?: readonly string[] | undefined;
}

/** False where there is no such person. */
export async function chooseSignature(
  tx: Tx,
  personId: string,
  { passageId, further }: SignatureChoice,
): Promise<boolean> {
  const changed = await tx('people')
    .where({ id: personId })
    .update({
      ...(passageId === undefined ? {} : { signature_passage_id: passageId }),
      ...(further === undefined ? {} : { further_signatures: JSON.stringify(further) }),
      rank: tx.ref('rank'),
    });
  await stampAnew(tx, 'people');
  return changed === 1;
}
