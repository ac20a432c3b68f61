import type { Database } from '../platform/database/openDatabase.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** A session that was begun, without what signs in with it. */
export interface StoredSession {
  readonly id: string;
  readonly data: string;
  readonly personId: string | null;
  readonly begunUtc: number;
  readonly seenUtc: number;
  /** Where it was begun: an IP address, and what the browser calls itself. */
  readonly address: string;
  readonly agent: string;
}

const COLUMNS = {
  id: 'id',
  data: 'data',
  personId: 'person_id',
  begunUtc: 'begun_utc',
  seenUtc: 'seen_utc',
  address: 'address',
  agent: 'agent',
} as const;

export const findSession = (db: Database, idHash: string): Promise<StoredSession | undefined> =>
  db('sessions').where({ id_hash: idHash }).first<StoredSession | undefined>(COLUMNS);

/** Keeps a session; of one that is kept already, its data and when it was seen. */
export async function keepSession(db: Database, idHash: string, session: StoredSession): Promise<void> {
  const row = Object.fromEntries(
    Object.entries(COLUMNS).map(([key, column]) => [column, session[key as keyof StoredSession]]),
  );
  await db('sessions')
    .insert({ ...row, id_hash: idHash })
    .onConflict('id_hash')
    .merge(['data', 'seen_utc', 'person_id']);
}

/** Notes that a session is used. */
export async function noteSeen(db: Database, idHash: string, atUtc: number): Promise<void> {
  await db('sessions').where({ id_hash: idHash }).update({ seen_utc: atUtc });
}

export async function dropSession(db: Database, idHash: string): Promise<void> {
  await db('sessions').where({ id_hash: idHash }).delete();
}

/** Where somebody is signed in, the one used last first. */
export const sessionsOf = (reads: Reads, personId: string): Promise<readonly StoredSession[]> =>
  sql(reads)('sessions')
    .where({ person_id: personId })
    .orderBy('seen_utc', 'desc')
    .select<StoredSession[]>(COLUMNS);

/** When each was seen last. */
export async function lastSeen(reads: Reads): Promise<ReadonlyMap<string, number>> {
  const rows = await sql(reads)('sessions')
    .whereNotNull('person_id')
    .groupBy('person_id')
    .select('person_id as personId')
    .max<{ personId: string; seenUtc: number }[]>({ seenUtc: 'seen_utc' });
  return new Map(rows.map(({ personId, seenUtc }) => [personId, seenUtc]));
}

/** Ends somebody's sessions: one of them, all but one, or all. Says how many it ended. */
export const endSessions = (
  tx: Tx,
  personId: string,
  which: { readonly id?: string; readonly butFor?: string } = {},
): Promise<number> =>
  tx('sessions')
    .where({ person_id: personId })
    .modify((query) => {
      if (which.id !== undefined) void query.where({ id: which.id });
      if (which.butFor !== undefined) void query.whereNot({ id: which.butFor });
    })
    .delete();

/** Drops what nobody can go on with. */
export async function dropEnded(
  tx: Tx,
  limits: { readonly seenBefore: number; readonly begunBefore: number },
) {
  await tx('sessions')
    .where('seen_utc', '<', limits.seenBefore)
    .orWhere('begun_utc', '<', limits.begunBefore)
    .delete();
}
