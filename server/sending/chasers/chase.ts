import type { Channel } from '../../../core/model/channel.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import type { ChaseEnd, ChaserPlanContent } from '../../../core/routines/index.ts';
import type { Answers } from '../../../core/template/blanks.ts';
import type { Latest } from '../versionedQueries.ts';

export type StoredPlan = Latest<ChaserPlanContent>;

/** A reminder that went by itself, and what it was made by. */
export interface Went {
  readonly messageId: string;
  readonly template: string;
  readonly templateVersion: number;
  readonly planVersion: number;
  readonly channel: Channel;
  readonly atUtc: number;
}

/** Why a reminder did not go by itself: a person has to see to it. */
export interface Hindrance {
  readonly code: string;
  readonly params: Readonly<Record<string, string | number>>;
}

/** A chaser plan under way for one message, or one that has ended. */
export interface StoredChase {
  readonly id: string;
  readonly planId: string;
  readonly matterId: string;
  readonly entryId: string;
  readonly personId: string;
  readonly startedOn: PlainDate;
  readonly startedUtc: number;
  readonly stepsDone: number;
  readonly answers: Answers;
  readonly went: readonly Went[];
  readonly hindered: readonly Hindrance[] | null;
  readonly ended: { readonly why: ChaseEnd; readonly atUtc: number } | null;
}
