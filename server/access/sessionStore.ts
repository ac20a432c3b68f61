import session from 'express-session';
import type { SessionData } from 'express-session';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import type { Database } from '../platform/database/openDatabase.ts';

declare module 'express-session' {
  interface SessionData {
    personId?: string;
  }
}

/** Twelve hours: a working day and its evening. */
export const SESSION_MS = 12 * 3_600_000;

interface SessionRow {
  id_hash: string;
  data: string;
  expires_utc: number;
}

/** Keeps sessions in the practice's database. Ids are kept hashed, so that a copied file signs nobody in. */
export class SessionStore extends session.Store {
  readonly #db: Database;
  readonly #now: () => number;

  constructor(db: Database, now: () => number) {
    super();
    this.#db = db;
    this.#now = now;
  }

  #table() {
    return this.#db<SessionRow>('sessions');
  }

  override get(id: string, done: (error: unknown, data?: SessionData | null) => void): void {
    this.#table()
      .where({ id_hash: sha256Hex(id) })
      .where('expires_utc', '>', this.#now())
      .first()
      .then((row) => {
        done(null, row ? (JSON.parse(row.data) as SessionData) : null);
      }, done);
  }

  override set(id: string, data: SessionData, done?: (error?: unknown) => void): void {
    const row = { id_hash: sha256Hex(id), data: JSON.stringify(data), expires_utc: this.#now() + SESSION_MS };
    void this.#table()
      .insert(row)
      .onConflict('id_hash')
      .merge()
      .then(() => done?.(), done);
  }

  override destroy(id: string, done?: (error?: unknown) => void): void {
    void this.#table()
      .where({ id_hash: sha256Hex(id) })
      .delete()
      .then(() => done?.(), done);
  }
}
