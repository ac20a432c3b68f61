import type { ChangeEvent } from '../../contract/events.ts';
import type { ChangeFeed } from '../platform/events/changeFeed.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { forgetStamps, isStamped } from '../platform/database/reads.ts';
import { inTransaction } from '../platform/database/transaction.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { actorId } from './actor.ts';
import type { Actor } from './actor.ts';
import { insertAuditEvent } from './auditQueries.ts';
import type { AuditEvent } from './auditQueries.ts';
import { within } from './scope.ts';
import type { Scope } from './scope.ts';

/** What a change needs: somewhere to be kept, the time, and those who are to hear of it. */
export interface ChangeServices {
  readonly db: Database;
  readonly now: () => number;
  readonly changes: ChangeFeed;
}

/** One change of the practice, under way: a transaction, who makes it, and what is said of it. */
export interface Change<A extends Actor = Actor> {
  readonly tx: Tx;
  /** The actor's scope within the transaction. */
  readonly scope: Scope<A>;
  readonly actor: A;
  /** When it is made, the same for all of it. */
  readonly atUtc: number;
  /** Writes who did what, in the same transaction. */
  readonly audit: (
    what: string,
    subjectKind: AuditEvent['subjectKind'],
    subjectId: string,
    detail?: AuditEvent['detail'],
  ) => Promise<void>;
  /** Says that there was nothing to change after all: then there is nothing to audit. */
  readonly leaveAsIs: () => void;
  /** Tells what changed to whoever looks at it, once it is kept. */
  readonly tell: (event: ChangeEvent) => void;
}

/** A change that left no trace in the audit is a fault of ours, and is not kept. */
class Unaudited extends Error {}

/**
 * Makes a change in one transaction: all of it is kept and told, or nothing of it. Every change is audited; one that is not
 * is refused before it is kept.
 */
export async function changing<T, A extends Actor>(
  services: ChangeServices,
  scope: Scope<A>,
  work: (change: Change<A>) => Promise<T>,
): Promise<T> {
  const atUtc = services.now();
  const { actor } = scope;
  const told: ChangeEvent[] = [];
  let accounted = false;
  const result = await inTransaction(services.db, async (tx) => {
    const done = await work({
      tx,
      scope: within(scope, tx),
      actor,
      atUtc,
      audit: async (what, subjectKind, subjectId, detail) => {
        accounted = true;
        const event = { atUtc, personId: actorId(actor), what, subjectKind, subjectId };
        await insertAuditEvent(tx, detail === undefined ? event : { ...event, detail });
      },
      leaveAsIs: () => {
        accounted = true;
      },
      tell: (event) => {
        told.push(event);
      },
    });
    if (!accounted) throw new Unaudited('a change without an audit event');
    if (isStamped(tx)) forgetStamps(scope);
    return done;
  });
  for (const event of told) services.changes.tell(event);
  return result;
}
