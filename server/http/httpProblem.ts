/** Stable codes of everything the API may refuse, with the status and title that go with each (RFC 9457). */
const PROBLEMS = {
  badRequest: [400, 'The request is not as described'],
  badJson: [400, 'The body is not JSON'],
  notSignedIn: [401, 'Nobody is signed in'],
  signInRefused: [401, 'Name or password is not right'],
  foreignOrigin: [403, 'The request comes from another site'],
  foreignHost: [403, 'The server is not known under this name'],
  notYours: [403, 'This person may not do that'],
  readOnly: [403, 'This person may read, not change'],
  notFound: [404, 'There is no such thing here'],
  draftChanged: [409, 'The draft has been changed elsewhere'],
  notADraft: [409, 'The message is no longer a draft'],
  cannotRecall: [409, 'The message can no longer be called back'],
  templateChanged: [409, 'The template has been changed elsewhere'],
  passageChanged: [409, 'The passage has been changed elsewhere'],
  passageInUse: [409, 'The passage is in use'],
  matterChanged: [409, 'The matter has been changed elsewhere'],
  contactChanged: [409, 'The contact has been changed elsewhere'],
  typeChanged: [409, 'The kind of matter has been changed elsewhere'],
  decidedMeanwhile: [409, 'Somebody else has dealt with it meanwhile'],
  cannotDecide: [409, 'The message needs no decision'],
  tooLarge: [413, 'The request is too large'],
  notesStop: [422, 'Notes keep the message from going'],
  templateUnavailable: [422, 'The template cannot be started on this matter'],
  badDocument: [422, 'The text holds something that cannot be kept'],
  badTemplate: [422, 'The template does not hold'],
  badPicture: [422, 'The file is not a picture that can be used'],
  badFile: [422, 'The file cannot be read'],
  badMatterType: [422, 'The kind of matter does not hold together'],
  badMatter: [422, 'The matter cannot be kept like this'],
  badContact: [422, 'The contact cannot be kept like this'],
  unknownDocument: [422, 'The document is not on this matter'],
  badSettings: [422, 'The settings cannot be kept like this'],
  badTime: [422, 'The time cannot be kept'],
  tooManyTries: [429, 'Too many tries; wait a little'],
  brokenBlob: [500, 'A stored file no longer is what was stored'],
  internal: [500, 'Something went wrong here'],
  hostUnwell: [503, 'The data folder cannot be written'],
} as const;

export type ProblemCode = keyof typeof PROBLEMS;

/** A refusal with its code; thrown by use cases, written by the error handler, and by nothing else. */
export class HttpProblem extends Error {
  readonly code: ProblemCode;
  readonly extra: Readonly<Record<string, unknown>>;

  constructor(code: ProblemCode, detail?: string, extra: Readonly<Record<string, unknown>> = {}) {
    super(detail ?? PROBLEMS[code][1]);
    this.code = code;
    this.extra = extra;
  }

  get status(): number {
    return PROBLEMS[this.code][0];
  }

  toJSON(): Readonly<Record<string, unknown>> {
    const [status, title] = PROBLEMS[this.code];
    return {
      type: `urn:officium:problem:${this.code}`,
      title,
      status,
      code: this.code,
      detail: this.message,
      ...this.extra,
    };
  }
}

export const notFound = (what: string): HttpProblem =>
  new HttpProblem('notFound', `There is no such ${what}, or it is not for you to see.`);
