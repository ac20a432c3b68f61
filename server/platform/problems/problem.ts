/** Stable codes of everything that can be refused; http/problemDetails.ts gives each its status and title. */
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
  | 'hostUnwell';

/** A refusal with its code, thrown by use cases. It knows nothing of how it is told: HTTP maps it, a command prints it. */
export class DomainProblem extends Error {
  readonly code: ProblemCode;
  /** In words; undefined where the code says all there is. */
  readonly detail: string | undefined;
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(code: ProblemCode, detail?: string, extra: Readonly<Record<string, unknown>> = {}) {
    super(detail ?? code);
    this.code = code;
    this.detail = detail;
    this.extra = extra;
  }
}

/** The same for what is not there and for what is not for this person: a refusal must not tell which. */
export const notFound = (what: string): DomainProblem =>
  new DomainProblem('notFound', `There is no such ${what}, or it is not for you to see.`);
