import type { Database } from '../platform/database/openDatabase.ts';

export async function feedTokenOf(db: Database, personId: string): Promise<string | null> {
  const row = await db('people').where({ id: personId }).first<{ feed_token: string | null }>('feed_token');
  return row.feed_token;
}

export async function setFeedToken(db: Database, personId: string, token: string | null): Promise<void> {
  await db('people').where({ id: personId }).update({ feed_token: token });
}

export async function personByFeedToken(db: Database, token: string): Promise<string | undefined> {
  const row = await db('people').where({ feed_token: token }).first<{ id: string } | undefined>('id');
  return row?.id;
}
