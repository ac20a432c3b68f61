import type { Database } from '../platform/database/openDatabase.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { PersonScope } from './scope.ts';
import { scopeOf } from './scopeOf.ts';

export async function feedTokenOf(reads: Reads, personId: string): Promise<string | null> {
  const row = await sql(reads)('people')
    .where({ id: personId })
    .first<{ feed_token: string | null }>('feed_token');
  return row.feed_token;
}

export async function setFeedToken(tx: Tx, personId: string, token: string | null): Promise<void> {
  await tx('people').where({ id: personId }).update({ feed_token: token });
}

/** The scope of whoever a calendar's secret address belongs to; undefined where it is nobody's any more. */
export async function scopeOfFeed(db: Database, token: string): Promise<PersonScope | undefined> {
  const row = await db('people').where({ feed_token: token }).first<{ id: string } | undefined>('id');
  return row && scopeOf(db, row.id);
}
