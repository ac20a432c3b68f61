import { sql } from '../../platform/database/reads.ts';
import type { Reads } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';

export type LinkKind = 'invitation' | 'reset';

/** A link with which somebody chooses a password. Its token is kept hashed: a copied file lets nobody in. */
export interface PersonLink {
  readonly tokenHash: string;
  readonly personId: string;
  readonly kind: LinkKind;
  readonly madeUtc: number;
  readonly endsUtc: number;
  readonly usedUtc: number | null;
}

const COLUMNS = {
  tokenHash: 'token_hash',
  personId: 'person_id',
  kind: 'kind',
  madeUtc: 'made_utc',
  endsUtc: 'ends_utc',
  usedUtc: 'used_utc',
} as const;

export const findLink = (reads: Reads, tokenHash: string): Promise<PersonLink | undefined> =>
  sql(reads)('person_links').where({ token_hash: tokenHash }).first<PersonLink | undefined>(COLUMNS);

/** Until when each of those who have a link that still holds can use it. */
export async function openLinks(reads: Reads, nowUtc: number): Promise<ReadonlyMap<string, number>> {
  const rows = await sql(reads)('person_links')
    .whereNull('used_utc')
    .where('ends_utc', '>', nowUtc)
    .select<{ personId: string; endsUtc: number }[]>({ personId: 'person_id', endsUtc: 'ends_utc' });
  return new Map(rows.map(({ personId, endsUtc }) => [personId, endsUtc]));
}

/** A new link takes the place of those before it. */
export async function insertLink(tx: Tx, link: PersonLink): Promise<void> {
  await tx('person_links').where({ person_id: link.personId }).delete();
  const row = Object.entries(COLUMNS).map(([key, column]) => [column, link[key as keyof PersonLink]]);
  await tx('person_links').insert(Object.fromEntries(row));
}

/** False where somebody used it meanwhile. */
export const useUp = async (tx: Tx, tokenHash: string, atUtc: number): Promise<boolean> =>
  (await tx('person_links')
    .where({ token_hash: tokenHash })
    .whereNull('used_utc')
    .update({ used_utc: atUtc })) === 1;

export async function dropLinks(tx: Tx, personId: string): Promise<void> {
  await tx('person_links').where({ person_id: personId }).delete();
}
