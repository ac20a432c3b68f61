import type { CandidateMatter, MatchInput } from './matchInput.ts';

export type ReasonCode =
  | 'filingAddress'
  | 'thread'
  | 'referenceInSubject'
  | 'referenceInText'
  | 'referenceQuoted'
  | 'party'
  | 'otherParty'
  | 'wroteBefore'
  | 'nameInSubject'
  | 'nameInText'
  | 'sameSubject'
  | 'likeSubject'
  | 'speaksOfAnother'
  | 'closed'
  | 'automatic';

/** What speaks for or against a matter. Words are made of `code` and `params` elsewhere. */
export interface Evidence {
  readonly code: ReasonCode;
  /** Log-odds: how much likelier it makes this matter (positive) or less likely (negative). */
  readonly weight: number;
  readonly params: Readonly<Record<string, string | number>>;
}

/** One thing to look at in a message. */
export type Signal = (input: MatchInput, matter: CandidateMatter) => Evidence | undefined;
