import type { Database } from '../platform/database/openDatabase.ts';
import { readingFrom } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { Actor, PersonActor } from './actor.ts';

/** What an actor can ask the practice: every query takes one, and sees no further than its actor may. */
export interface Scope<A extends Actor = Actor> extends Reads {
  readonly actor: A;
}

/** A scope of somebody who is signed in. */
export type PersonScope = Scope<PersonActor>;

/** Gives an actor the only queries they can have; made once a request, where it is known who asks. */
export const scopedTo = <A extends Actor>(db: Database, actor: A): Scope<A> => readingFrom(db, { actor });

/** The same for reads that are at hand already: what was asked for to know the actor is not asked for again. */
export const asScope = <A extends Actor>(reads: Reads, actor: A): Scope<A> => Object.assign(reads, { actor });

/** The same scope within a transaction: it sees what the transaction has written. */
export const within = <A extends Actor>({ actor }: Scope<A>, tx: Tx): Scope<A> => readingFrom(tx, { actor });
