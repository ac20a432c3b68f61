import { sql } from '../../platform/database/reads.ts';
import type { Reads } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';

/** Whom a message of news went to, and of what kind it was. */
export interface NewsLink {
  readonly contactId: string;
  readonly category: string;
}

export async function insertNewsLink(
  tx: Tx,
  hash: string,
  { contactId, category }: NewsLink,
  madeUtc: number,
): Promise<void> {
  await tx('news_links').insert({ hash, contact_id: contactId, category, made_utc: madeUtc });
}

export async function findNewsLink(reads: Reads, hash: string): Promise<NewsLink | undefined> {
  const row = await sql(reads)('news_links')
    .where({ hash })
    .first<{ contact_id: string; category: string } | undefined>('contact_id', 'category');
  return row && { contactId: row.contact_id, category: row.category };
}
