import type { Database } from '../platform/database/openDatabase.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { readingFrom } from '../platform/database/reads.ts';
import { systemActor } from './actor.ts';
import type { SystemActor, SystemReason } from './actor.ts';
import type { Scope } from './scope.ts';

/**
 * Sees everything. Only what works for the practice as a whole may import this (runner, intake, archive, indexing, seeding;
 * lint says which files), and never to answer somebody.
 */
export const unscoped = (db: Database | Tx, reason: SystemReason): Scope<SystemActor> =>
  readingFrom(db, { actor: systemActor(reason) });
