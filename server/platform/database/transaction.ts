import { AsyncLocalStorage } from 'node:async_hooks';
import type { Knex } from 'knex';
import type { Database } from './openDatabase.ts';

declare const isTx: unique symbol;

/** A transaction that {@link inTransaction} opened. What must not run outside one takes this, and nothing else makes it. */
export type Tx = Knex.Transaction & { readonly [isTx]: true };

interface UnderWay {
  readonly db: Database;
  open: boolean;
}

const underWay = new AsyncLocalStorage<UnderWay>();

/** Runs work in one transaction: all of it is kept, or none. */
export async function inTransaction<T>(db: Database, work: (tx: Tx) => Promise<T>): Promise<T> {
  const held: UnderWay = { db, open: true };
  try {
    return await underWay.run(held, () => db.transaction((tx) => work(tx as Tx)));
  } finally {
    held.open = false;
  }
}

/**
 * Whether the code that asks runs within a transaction of this database. With one connection, whatever does and asks
 * outside it waits for itself.
 */
export function isWithinTransaction(db: Database | Tx): boolean {
  const held = underWay.getStore();
  return held?.open === true && held.db === db;
}
