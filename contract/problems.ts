import { Type } from 'typebox';
import type { Reason as AnyReason } from '../core/model/reason.ts';

/** Why, as it is sent: a code with the values that its words need (`core/model/reason.ts` lists them all). */
export const Reason = Type.Unsafe<AnyReason>(
  Type.Object({ code: Type.String() }, { additionalProperties: true }),
);

/** RFC 9457 problem details, with a `code` that stays the same however anything is worded. */
export const ProblemDetails = Type.Object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  code: Type.String(),
  /** What happened, what is safe and what to do, in that order. */
  because: Type.Array(Reason),
  /** What a request body or query had wrong, each with where. */
  errors: Type.Optional(Type.Array(Type.Object({ where: Type.String(), message: Type.String() }))),
});

/** Stable codes of everything that can be refused; the server gives each its status. */
export type ProblemCode =
  | 'badRequest'
  | 'badJson'
  | 'notSignedIn'
  | 'signInRefused'
  | 'foreignOrigin'
  | 'foreignHost'
  | 'notYours'
  | 'readOnly'
  | 'notFound'
  | 'draftChanged'
  | 'appointmentGone'
  | 'notADraft'
  | 'cannotRecall'
  | 'templateChanged'
  | 'passageChanged'
  | 'passageInUse'
  | 'matterChanged'
  | 'contactChanged'
  | 'typeChanged'
  | 'settingsChanged'
  | 'decidedMeanwhile'
  | 'cannotDecide'
  | 'tooLarge'
  | 'notesStop'
  | 'routineStopped'
  | 'routineChanged'
  | 'templateUnavailable'
  | 'badDocument'
  | 'badTemplate'
  | 'badPicture'
  | 'badFile'
  | 'badMatterType'
  | 'badMatter'
  | 'badContact'
  | 'unknownDocument'
  | 'badSettings'
  | 'badTime'
  | 'tooManyTries'
  | 'brokenBlob'
  | 'internal'
  | 'testNotSent'
  | 'secondFactorNeeded'
  | 'secondFactorFirst'
  | 'badPassword'
  | 'badPerson'
  | 'linkOver'
  | 'hostUnwell';
