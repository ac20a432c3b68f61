import { randomUUID } from 'node:crypto';
import session from 'express-session';
import type { SessionData } from 'express-session';
import { sha256Hex } from '../platform/blobs/blobStore.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { dropSession, findSession, keepSession, noteSeen } from './sessionQueries.ts';
import type { StoredSession } from './sessionQueries.ts';
import type { BegunSignOn } from './signIn/signOn.ts';
import { sessionLimits } from './signIn/signInWays.ts';

declare module 'express-session' {
  interface SessionData {
    personId?: string;
    /** How it is called where it is listed; it signs nobody in. */
    handle?: string;
    begunUtc?: number;
    address?: string;
    agent?: string;
    signOn?: BegunSignOn;
  }
}

const MINUTE_MS = 60_000;
const HOUR_MS = 3_600_000;
/** A cookie lives as long as the longest session that can be set; the server knows when it is over. */
export const COOKIE_MS = 30 * 24 * HOUR_MS;
/** A session's use is noted so often, not with each request. */
const NOTED_EACH_MS = MINUTE_MS;

/** When a session ends at the latest, and when for want of use. */
export const endOf = (
  { begunUtc, seenUtc }: Pick<StoredSession, 'begunUtc' | 'seenUtc'>,
  { idleMinutes, wholeHours }: { readonly idleMinutes: number; readonly wholeHours: number },
): number => Math.min(begunUtc + wholeHours * HOUR_MS, seenUtc + idleMinutes * MINUTE_MS);

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
    const found = await findSession(this.#db, sha256Hex(id));
    if (!found || endOf(found, await sessionLimits(this.#db)) <= this.#now()) return undefined;
    return JSON.parse(found.data) as SessionData;
  }

  /** Notes that somebody uses a session; what a page asks for by itself is no use. */
  async see(id: string): Promise<void> {
    const idHash = sha256Hex(id);
    const found = await findSession(this.#db, idHash);
    if (found && this.#now() - found.seenUtc >= NOTED_EACH_MS) await noteSeen(this.#db, idHash, this.#now());
  }

  override get(id: string, done: (error: unknown, data?: SessionData | null) => void): void {
    this.find(id).then((data) => {
      done(null, data ?? null);
    }, done);
  }

  override set(id: string, data: SessionData, done?: (error?: unknown) => void): void {
    const nowUtc = this.#now();
    void keepSession(this.#db, sha256Hex(id), {
      id: data.handle ?? randomUUID(),
      data: JSON.stringify(data),
      personId: data.personId ?? null,
      begunUtc: data.begunUtc ?? nowUtc,
      seenUtc: nowUtc,
      address: data.address ?? '',
      agent: data.agent ?? '',
    }).then(() => done?.(), done);
  }

  override destroy(id: string, done?: (error?: unknown) => void): void {
    void dropSession(this.#db, sha256Hex(id)).then(() => done?.(), done);
  }
}
