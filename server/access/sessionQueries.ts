import type { Database } from '../platform/database/openDatabase.ts';

interface SessionRow {
  id_hash: string;
  data: string;
  expires_utc: number;
}

/** The data of a session that is still good; undefined where there is none. */
export async function findSession(db: Database, idHash: string, nowUtc: number): Promise<string | undefined> {
  const row = await db<SessionRow>('sessions')
    .where({ id_hash: idHash })
    .where('expires_utc', '>', nowUtc)
    .first();
  return row?.data;
}

export async function keepSession(
  db: Database,
  idHash: string,
  data: string,
  expiresUtc: number,
): Promise<void> {
  await db<SessionRow>('sessions')
    .insert({ id_hash: idHash, data, expires_utc: expiresUtc })
    .onConflict('id_hash')
    .merge();
}

export async function dropSession(db: Database, idHash: string): Promise<void> {
  await db<SessionRow>('sessions').where({ id_hash: idHash }).delete();
}
