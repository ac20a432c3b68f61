import type { Database } from './openDatabase.ts';
import { isWithinTransaction } from './transaction.ts';
import type { Tx } from './transaction.ts';

declare const connection: unique symbol;

/**
 * The right to read, without the means to write a query: whoever holds it can hand it to a function of a `queries.ts` and
 * do nothing else with it. {@link sql} opens it, and lint lets only those files do so.
 */
export interface Reads {
  readonly [connection]: never;
}

interface Opened {
  readonly db: Database;
  /** Asked for once in the life of this right (a request, mostly). */
  stamps: Promise<ReadonlyMap<string, string>> | undefined;
}

const opened = new WeakMap<Reads, Opened>();
const byConnection = new WeakMap<object, Set<Opened>>();

/** Makes the object it is given one that can read; a transaction's reads see what it has written. */
export function readingFrom<T extends object>(db: Database | Tx, holder: T): T & Reads {
  const reads = holder as T & Reads;
  const held: Opened = { db, stamps: undefined };
  opened.set(reads, held);
  // Only transactions stamp; what reads outside them lives no longer than a request.
  if ('commit' in db) byConnection.set(db, (byConnection.get(db) ?? new Set()).add(held));
  return reads;
}

/** After a change in a transaction: what reads in it asks for the stamps again. */
export function forgetStamps(of: Tx | Reads): void {
  if (typeof of === 'function') {
    stamped.add(of);
    for (const held of byConnection.get(of) ?? []) held.stamps = undefined;
  } else openedBy(of).stamps = undefined;
}

const stamped = new WeakSet<object>();

/** Whether something was stamped anew in a transaction. */
export const isStamped = (tx: Tx): boolean => stamped.has(tx);

function openedBy(reads: Reads): Opened {
  const found = opened.get(reads);
  if (!found) throw new Error('a right to read that nobody gave');
  return found;
}

/**
 * The connection behind a right to read; for queries alone. A change that reads with a right from outside its transaction
 * would wait for itself for ever; it is told at once.
 */
export function sql(reads: Reads): Database {
  const { db } = openedBy(reads);
  if (isWithinTransaction(db)) throw new Error('a change reads outside its own transaction');
  return db;
}

/** What changes as a whole is stamped anew with each change; see {@link kept}. */
export function stampsOf(reads: Reads): Promise<ReadonlyMap<string, string>> {
  const held = openedBy(reads);
  held.stamps ??= sql(reads)('stamps')
    .select<{ kind: string; stamp: string }[]>('kind', 'stamp')
    .then((rows) => new Map(rows.map(({ kind, stamp }) => [kind, stamp])));
  return held.stamps;
}
