import session from 'express-session';
import type { SessionData } from 'express-session';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { dropSession, findSession, keepSession } from './sessionQueries.ts';

declare module 'express-session' {
  interface SessionData {
    personId?: string;
  }
}

/** Twelve hours: a working day and its evening. */
export const SESSION_MS = 12 * 3_600_000;

/** Keeps sessions in the practice's database. Ids are kept hashed, so that a copied file signs nobody in. */
export class SessionStore extends session.Store {
  readonly #db: Database;
  readonly #now: () => number;

  constructor(db: Database, now: () => number) {
    super();
    this.#db = db;
    this.#now = now;
  }

  /** What a session holds, asked for apart from a request; undefined once it is over. */
  async find(id: string): Promise<SessionData | undefined> {
    const data = await findSession(this.#db, sha256Hex(id), this.#now());
    return data === undefined ? undefined : (JSON.parse(data) as SessionData);
  }

  override get(id: string, done: (error: unknown, data?: SessionData | null) => void): void {
    this.find(id).then((data) => {
      done(null, data ?? null);
    }, done);
  }

  override set(id: string, data: SessionData, done?: (error?: unknown) => void): void {
    void keepSession(this.#db, sha256Hex(id), JSON.stringify(data), this.#now() + SESSION_MS).then(
      () => done?.(),
      done,
    );
  }

  override destroy(id: string, done?: (error?: unknown) => void): void {
    void dropSession(this.#db, sha256Hex(id)).then(() => done?.(), done);
  }
}
