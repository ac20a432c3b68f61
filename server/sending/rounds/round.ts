import type { RoundMessage, RoundSet } from '../../../contract/rounds.ts';
import type { Channel } from '../../../core/model/channel.ts';
import type { RoundGroup } from '../../../core/rounds/groups.ts';
import type { Answers } from '../../../core/template/blanks.ts';

/** How a round goes to those whom it goes to. */
export interface RoundOptions {
  /** Everybody in this role; without it, those whom the template names. */
  readonly role?: string;
  readonly channels: readonly Channel[];
  readonly onePer: 'matter' | 'person';
  /** The same for every message that has no answer of its own. */
  readonly answers: Answers;
  /** References that led to no matter. */
  readonly unknown: readonly string[];
}

/** One press of Send: which lines carry its number, and when they leave. */
export interface SendOrder {
  readonly number: number;
  /** Milliseconds since 1970: nothing leaves before. */
  readonly fromUtc: number;
  /** Spread over working hours; as fast as hosts take them where it is null. */
  readonly perMinute: number | null;
  readonly atUtc: number;
}

/** An order that waits for a second person. */
export interface AskedOrder {
  readonly byId: string;
  readonly atUtc: number;
  readonly sendAt?: string;
  readonly perMinute?: number;
}

/** What is wanted of a round. How far it is with it is told by its lines. */
export type RoundState = 'ready' | 'sending' | 'paused' | 'stopped';

export interface StoredRound {
  readonly id: string;
  readonly seq: number;
  readonly name: string;
  readonly authorId: string;
  readonly templateId: string;
  readonly templateVersionId: string;
  readonly state: RoundState;
  readonly set: RoundSet;
  readonly options: RoundOptions;
  readonly sending: SendOrder | null;
  readonly asked: AskedOrder | null;
  readonly released: { readonly byId: string; readonly atUtc: number } | null;
  /** Why it stands still by itself. */
  readonly problem: RoundProblem | null;
  /** The most that one order of it sent. */
  readonly largest: number;
  readonly madeUtc: number;
  /** The day of each month on which it is prepared again by itself. */
  readonly againOn: number | null;
  /** The last month for which it was, `YYYY-MM`. */
  readonly againLast: string | null;
  /** The round that it was prepared again from, by itself. */
  readonly againOf: string | null;
}

export type RoundProblem = 'authorMayNotSend' | 'fault' | 'notPreparedAgain';

/** What is remembered of a line between looking at it. */
export interface LineDetail {
  readonly notes: RoundMessage['notes'];
  readonly reasons: RoundMessage['reasons'];
  readonly values: Readonly<Record<string, string>>;
  readonly to: readonly string[];
  readonly channel: Channel;
  /** Codes of cautions that it goes in spite of. */
  readonly ignored: readonly string[];
  /** Keys of blanks that have an answer of their own. */
  readonly own: readonly string[];
  /** Its person gets one message for all, on another matter. */
  readonly isAgain?: true;
  /** Somebody took it out. */
  readonly isOutByHand?: true;
}

export interface StoredLine {
  readonly id: string;
  readonly roundId: string;
  readonly place: number;
  readonly matterId: string;
  readonly contactId: string | null;
  readonly hasDraft: boolean;
  readonly stands: LineStanding;
  readonly kind: string;
  readonly detail: LineDetail;
  readonly checkedRevision: number;
}

/** `waiting` until it is prepared; after that, where it stands as a draft. */
export type LineStanding = 'waiting' | Extract<RoundGroup, 'fill' | 'look' | 'ready' | 'out'>;
