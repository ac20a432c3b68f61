import { randomUUID } from 'node:crypto';
import type { Reads } from './reads.ts';
import { forgetStamps, stampsOf } from './reads.ts';
import type { Tx } from './transaction.ts';

/** What is small, asked for by nearly every request and changed now and then. */
export type KeptKind = 'settings' | 'people' | 'matterTypes' | 'templates' | 'passages' | 'hosts';

/** Says, in the transaction of the change, that what was kept of a kind no longer holds. */
export async function stampAnew(tx: Tx, kind: KeptKind): Promise<void> {
  // Not a count: two transactions, one of which is undone, must never give different content the same stamp.
  await tx('stamps').insert({ kind, stamp: randomUUID() }).onConflict('kind').merge();
  forgetStamps(tx);
}

/**
 * Reads something through a copy in memory that holds for as long as the stamps of the kinds it is made of: one small
 * query tells for all of them, in every process that shares the database. `load` may return promises of its own making.
 */
export function kept<T>(
  kinds: readonly KeptKind[],
  load: (reads: Reads) => Promise<T>,
): (reads: Reads) => Promise<T> {
  // One practice at a time is the rule; tests open several in one process, told apart by their stamps.
  const copies = new Map<string, Promise<T>>();
  return async (reads) => {
    const stamps = await stampsOf(reads);
    const key = kinds.map((kind) => stampOf(stamps, kind)).join(' ');
    const known = copies.get(key);
    if (known) return known;
    const loading = load(reads);
    copies.set(key, loading);
    if (copies.size > MOST_COPIES) copies.delete(copies.keys().next().value ?? key);
    loading.catch(() => copies.delete(key));
    return loading;
  };
}

const MOST_COPIES = 4;

function stampOf(stamps: ReadonlyMap<string, string>, kind: KeptKind): string {
  const stamp = stamps.get(kind);
  if (stamp === undefined) throw new Error(`nothing stamps ${kind}`);
  return stamp;
}
