import { sql } from '../../platform/database/reads.ts';
import type { Reads } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';

/** What somebody tried to sign in with, and from where. Accounts are kept hashed: a name that is none may be a password. */
export interface Try {
  readonly account: string;
  readonly address: string;
}

export async function insertTry(tx: Tx, { account, address }: Try, atUtc: number, succeeded: boolean) {
  await tx('sign_in_tries').insert({ account, address, at_utc: atUtc, succeeded });
}

export async function dropTriesBefore(tx: Tx, utc: number): Promise<void> {
  await tx('sign_in_tries').where('at_utc', '<', utc).delete();
}

/** When an account was signed in to from an address for the last time; 0 for never. */
export async function lastSuccess(reads: Reads, { account, address }: Try): Promise<number> {
  const row = await sql(reads)('sign_in_tries')
    .where({ account, address, succeeded: true })
    .max<{ at: number | null }[]>({ at: 'at_utc' })
    .first();
  return row?.at ?? 0;
}

/** How many tries failed since a moment: of an account, of an address, or of the two together. */
export async function failuresSince(reads: Reads, of: Partial<Try>, utc: number): Promise<number> {
  const row = await sql(reads)('sign_in_tries')
    .where({ ...of, succeeded: false })
    .where('at_utc', '>', utc)
    .count<{ n: number }[]>({ n: '*' })
    .first();
  return row?.n ?? 0;
}
