import type { FurtherRight } from '../../contract/people.ts';
import { asId } from '../../core/model/ids.ts';
import type { PersonId } from '../../core/model/ids.ts';
import type { Person, Writer } from '../../core/model/matter.ts';
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
  readonly rights: readonly FurtherRight[];
  readonly preferences: Preferences;
  /** Who may write for them. */
  readonly writers: readonly string[];
  /** When they left; undefined while they are of the practice. */
  readonly goneUtc?: number;
  readonly secondFactor?: SecondFactor;
  /** Who they are elsewhere, as `issuer subject` (OpenID Connect Core 1.0 §2). */
  readonly signsOnAs?: string;
}

/** How somebody likes the application; what is not said is as for everybody. */
export interface Preferences {
  readonly keys?: boolean;
  readonly colours?: 'light' | 'dark' | 'system';
}

/** A second factor (RFC 6238). */
export interface SecondFactor {
  /** Base32. */
  readonly secret: string;
  /** Not in force before a first code was given. */
  readonly confirmed: boolean;
  /** The last time step that a code was taken for: none is taken twice. */
  readonly lastStep: number;
  /** SHA-256 of the recovery codes that are left. */
  readonly recovery: readonly string[];
}

/** Somebody new, of whom nothing but this is known yet. */
export type NewAccount = Omit<Account, 'rights' | 'preferences' | 'writers'> &
  Partial<Pick<Account, 'rights'>>;

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
  rights: string;
  preferences: string;
  writers: string;
  gone_utc: number | null;
  second_factor: string | null;
  signs_on_as: string | null;
}

const toAccount = (row: PersonRow): Account => ({
  id: asId<PersonId>(row.id),
  name: row.name,
  email: row.email,
  position: row.position,
  ...(row.phone ? { phone: row.phone } : {}),
  role: row.role,
  passwordHash: row.password_hash,
  rank: row.rank,
  ...(row.signature_passage_id === null ? {} : { signaturePassageId: row.signature_passage_id }),
  furtherSignatures: fromJson<string[]>(row.further_signatures ?? '[]'),
  rights: fromJson<FurtherRight[]>(row.rights),
  preferences: fromJson<Preferences>(row.preferences),
  writers: fromJson<string[]>(row.writers),
  ...(row.gone_utc === null ? {} : { goneUtc: row.gone_utc }),
  ...(row.second_factor === null ? {} : { secondFactor: fromJson<SecondFactor>(row.second_factor) }),
  ...(row.signs_on_as === null ? {} : { signsOnAs: row.signs_on_as }),
});

/** Everybody who is or was of the practice, the principal first: names of those who left stay on what they did. */
export const listPeople = kept(['people'], async (reads): Promise<readonly Account[]> =>
  (await sql(reads)<PersonRow>('people').orderBy('rank')).map(toAccount),
);

export const findPerson = async (reads: Reads, id: string): Promise<Account | undefined> =>
  (await listPeople(reads)).find((person) => person.id === id);

/** Everybody who works here now. */
export const listActive = async (reads: Reads): Promise<readonly Account[]> =>
  (await listPeople(reads)).filter(({ goneUtc }) => goneUtc === undefined);

/** Somebody who works here now. */
export const findActive = async (reads: Reads, id: string): Promise<Account | undefined> =>
  (await listActive(reads)).find((person) => person.id === id);

/** Somebody with those who let them write in their place. */
export async function asWriter<P extends Person>(reads: Reads, person: P): Promise<P & Writer> {
  const lenders = (await listActive(reads)).filter(
    ({ id, writers }) => id !== person.id && writers.includes(person.id),
  );
  return lenders.length === 0 ? person : { ...person, writesFor: lenders };
}

export async function findPersonByEmail(reads: Reads, email: string): Promise<Account | undefined> {
  const wanted = email.toLowerCase();
  return (await listPeople(reads)).find((person) => person.email === wanted);
}

export async function insertPerson(tx: Tx, account: NewAccount): Promise<void> {
  await tx('people').insert({
    id: account.id,
    email: account.email.toLowerCase(),
    name: account.name,
    position: account.position,
    phone: account.phone ?? null,
    role: account.role,
    password_hash: account.passwordHash,
    rank: account.rank,
    rights: JSON.stringify(account.rights ?? []),
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

/** What can be changed of somebody; what is undefined stays as it is, and null takes it away. */
export interface AccountChange {
  readonly name?: string | undefined;
  readonly email?: string | undefined;
  readonly position?: string | undefined;
  readonly phone?: string | undefined;
  readonly role?: Role | undefined;
  readonly rights?: readonly FurtherRight[] | undefined;
  readonly preferences?: Preferences | undefined;
  readonly writers?: readonly string[] | undefined;
  readonly goneUtc?: number | null | undefined;
  readonly secondFactor?: SecondFactor | null | undefined;
  readonly signsOnAs?: string | null | undefined;
  readonly passwordHash?: string | null | undefined;
}

const asText = (value: unknown): string | null | undefined =>
  value === undefined || value === null ? value : JSON.stringify(value);

export async function updatePerson(tx: Tx, id: string, change: AccountChange): Promise<void> {
  const columns = {
    name: change.name,
    email: change.email?.toLowerCase(),
    position: change.position,
    phone: change.phone,
    role: change.role,
    rights: asText(change.rights),
    preferences: asText(change.preferences),
    writers: asText(change.writers),
    gone_utc: change.goneUtc,
    second_factor: asText(change.secondFactor),
    signs_on_as: change.signsOnAs,
    password_hash: change.passwordHash,
  };
  const given = Object.fromEntries(Object.entries(columns).filter(([, value]) => value !== undefined));
  if (Object.keys(given).length > 0) await tx('people').where({ id }).update(given);
  await stampAnew(tx, 'people');
}
