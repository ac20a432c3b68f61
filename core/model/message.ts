import type { Reason } from './reason.ts';
/**
 * A message's life (states and moves of RFC 5321 transactions as a person sees them). Times are UTC in milliseconds
 * since 1970.
 */
export type MessageState =
  | { readonly kind: 'draft' }
  /** Frozen; goes at `leavesAtUtc` unless it is called back. */
  | { readonly kind: 'held'; readonly leavesAtUtc: number }
  | { readonly kind: 'queued'; readonly attempts: number }
  /** A lease: while it lasts nobody else sends. `dataBegun` is set before the first byte of the message is handed over. */
  | {
      readonly kind: 'sending';
      readonly attempts: number;
      readonly owner: string;
      readonly leaseUntilUtc: number;
      readonly dataBegun: boolean;
    }
  | {
      readonly kind: 'deferred';
      readonly attempts: number;
      readonly nextAttemptUtc: number;
      readonly reply: string;
      readonly because?: readonly Reason[];
    }
  | { readonly kind: 'sent'; readonly sentAtUtc: number; readonly entryId: string }
  /**
   * Refused for good; a person mends it and sends again. `reply` is the host's own words; `because` says why where it
   * was not a host that refused.
   */
  | {
      readonly kind: 'failed';
      readonly attempts: number;
      readonly reply: string;
      readonly because?: readonly Reason[];
    }
  /** The host's answer was lost after the message was handed over; only a person decides. */
  | { readonly kind: 'may-have-gone'; readonly attempts: number; readonly sinceUtc: number };

export type MessageStateKind = MessageState['kind'];

/** Every move there is. What is not here cannot happen. */
const ALLOWED_MOVES: Readonly<Record<MessageStateKind, readonly MessageStateKind[]>> = {
  draft: ['held', 'queued'],
  held: ['held', 'queued', 'draft'],
  queued: ['sending', 'draft'],
  sending: ['sending', 'sent', 'deferred', 'failed', 'may-have-gone', 'queued'],
  deferred: ['sending', 'queued', 'failed', 'draft'],
  sent: [],
  failed: ['draft'],
  'may-have-gone': ['sent', 'queued', 'draft'],
};

export const canMove = (from: MessageStateKind, to: MessageStateKind): boolean =>
  ALLOWED_MOVES[from].includes(to);

/** Moves that only a person may ask for: a message that may have gone is never sent again unasked. */
export const needsPerson = (from: MessageStateKind, to: MessageStateKind): boolean =>
  to === 'draft' || to === 'held' || from === 'may-have-gone' || from === 'draft';

/** Why a send attempt ended, as the transport reports it. */
export type AttemptOutcome =
  | { readonly kind: 'accepted' }
  /** A 4yz reply, or no connection at all: worth another try (RFC 5321 §4.2.1). */
  | { readonly kind: 'later'; readonly reply: string; readonly because?: readonly Reason[] }
  /** A 5yz reply: final for these bytes and recipients. */
  | { readonly kind: 'refused'; readonly reply: string; readonly because?: readonly Reason[] }
  /** The connection ended after data was handed over and before the answer came. */
  | { readonly kind: 'unknown' };

const MINUTE = 60_000;
/** Waits between tries; after the last the message fails and says so. RFC 5321 §4.5.4.1 asks for growing waits. */
export const RETRY_WAITS_MS: readonly number[] = [1, 5, 15, 30, 60, 120, 240, 480].map((n) => n * MINUTE);

const saidOf = ({ reply, because }: Extract<AttemptOutcome, { readonly reply: string }>) => ({
  reply,
  ...(because ? { because } : {}),
});

/** Where an attempt leads. `attempts` counts this one; `waitScale` stretches the waits (1 is as written above). */
export function afterAttempt(
  outcome: Exclude<AttemptOutcome, { kind: 'accepted' }>,
  attempts: number,
  nowUtc: number,
  waitScale = 1,
): MessageState {
  switch (outcome.kind) {
    case 'refused':
      return { kind: 'failed', attempts, ...saidOf(outcome) };
    case 'unknown':
      return { kind: 'may-have-gone', attempts, sinceUtc: nowUtc };
    case 'later': {
      const wait = RETRY_WAITS_MS[attempts - 1];
      if (wait === undefined) return { kind: 'failed', attempts, ...saidOf(outcome) };
      return {
        kind: 'deferred',
        attempts,
        nextAttemptUtc: nowUtc + Math.round(wait * waitScale),
        ...saidOf(outcome),
      };
    }
    default:
      return outcome satisfies never;
  }
}

/**
 * What becomes of a lease whose owner is gone: a message whose data had begun may have gone; one whose data had not
 * goes back to the queue, since nobody can have it.
 */
export function afterLostLease(
  state: MessageState & { readonly kind: 'sending' },
  nowUtc: number,
): MessageState {
  return state.dataBegun
    ? { kind: 'may-have-gone', attempts: state.attempts, sinceUtc: nowUtc }
    : { kind: 'queued', attempts: state.attempts };
}
