import type { AttemptOutcome } from '../../../core/model/message.ts';
import type { Channel } from '../../../core/model/channel.ts';
import type { HostLimit } from '../../platform/mail/hostLimitQueries.ts';

/** The longest that an outside service is given to answer; a person waits for one, and then decides. */
export const ANSWER_TIMEOUT_MS = 60_000;
/** The longest an attempt can take; the lease on a message must outlast it. */
export const ATTEMPT_LIMIT_MS = 4 * ANSWER_TIMEOUT_MS;

export interface Envelope {
  readonly from: string;
  readonly to: readonly string[];
  /** Ours alone, and the same at every try, so that whoever is handed it can tell that it came twice. */
  readonly reference: string;
  /** What it is about, for whoever shows a queue. */
  readonly subject: string;
}

export interface RecipientFailure {
  readonly address: string;
  /** The host’s own words. */
  readonly reply: string;
}

/** How an attempt ended, and whom the host left out where it took the rest. */
export interface Attempt {
  readonly outcome: AttemptOutcome;
  /** Refused for good. */
  readonly permanentFailures: readonly RecipientFailure[];
  /** Put off: worth another try, for these alone (RFC 5321 §4.2.1). */
  readonly transientFailures?: readonly RecipientFailure[];
  /** The most the host takes for one message, where it said so (RFC 1870). */
  readonly hostLimit?: HostLimit;
}

export interface Transport {
  /**
   * Hands frozen bytes to the host. `beforeData` is awaited after the host has said it will take them, or can be reached,
   * and before the first byte goes; if it fails nothing has gone.
   */
  readonly send: (envelope: Envelope, bytes: Buffer, beforeData: () => Promise<void>) => Promise<Attempt>;
  /** Ends what it keeps open for the next. */
  readonly close?: () => void;
}

/** Who carries what, one for each channel. */
export type Transports = Readonly<Record<Channel, Transport>>;
