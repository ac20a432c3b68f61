import type { ProblemCode } from '../../contract/problems.ts';
import type { DomainProblem } from '../platform/problems/problem.ts';

/** The status and title of each code (RFC 9457). */
const PROBLEMS: Readonly<Record<ProblemCode, readonly [status: number, title: string]>> = {
  badRequest: [400, 'The request is not as described'],
  badJson: [400, 'The body is not JSON'],
  notSignedIn: [401, 'Nobody is signed in'],
  signInRefused: [401, 'Name or password is not right'],
  secondFactorNeeded: [401, 'A second factor’s code is needed'],
  secondFactorFirst: [403, 'A second factor must be set up first'],
  linkOver: [410, 'The link holds no longer'],
  badPassword: [422, 'The password cannot be taken'],
  badPerson: [422, 'The person cannot be saved like this'],
  foreignOrigin: [403, 'The request comes from another site'],
  foreignHost: [403, 'The server is not known under this name'],
  notYours: [403, 'This person may not do that'],
  readOnly: [403, 'This person may read, not change'],
  notFound: [404, 'There is no such thing here'],
  draftChanged: [409, 'The draft has been changed elsewhere'],
  appointmentGone: [409, 'Nobody can be invited to that appointment any more'],
  notADraft: [409, 'The message is no longer a draft'],
  cannotRecall: [409, 'Sending the message can no longer be stopped'],
  templateChanged: [409, 'The template has been changed elsewhere'],
  passageChanged: [409, 'The passage has been changed elsewhere'],
  passageInUse: [409, 'The passage is in use'],
  matterChanged: [409, 'The matter has been changed elsewhere'],
  contactChanged: [409, 'The contact has been changed elsewhere'],
  settingsChanged: [409, 'The settings have been changed elsewhere'],
  typeChanged: [409, 'The matter type has been changed elsewhere'],
  decidedMeanwhile: [409, 'Someone else has dealt with it meanwhile'],
  cannotDecide: [409, 'The message needs no decision'],
  tooLarge: [413, 'The request is too large'],
  notesStop: [422, 'Notes keep the message from going'],
  routineStopped: [422, 'The routine cannot be run as it stands'],
  routineChanged: [409, 'It has been changed elsewhere'],
  templateUnavailable: [422, 'The template cannot be started on this matter'],
  badDocument: [422, 'The text holds something that cannot be saved'],
  badTemplate: [422, 'The template does not hold'],
  badPicture: [422, 'The file is not a picture that can be used'],
  badFile: [422, 'The file cannot be read'],
  badMatterType: [422, 'The matter type does not hold together'],
  badMatter: [422, 'The matter cannot be saved like this'],
  badContact: [422, 'The contact cannot be saved like this'],
  unknownDocument: [422, 'The document is not on this matter'],
  badSettings: [422, 'The settings cannot be saved like this'],
  badTime: [422, 'The time cannot be saved'],
  tooManyTries: [429, 'Too many tries; wait a little'],
  brokenBlob: [500, 'A stored file no longer is what was stored'],
  internal: [500, 'Something went wrong here'],
  testNotSent: [502, 'The test was not sent'],
  hostUnwell: [503, 'The data folder cannot be written'],
};

export const statusOf = ({ code }: DomainProblem): number => PROBLEMS[code][0];

/** A problem as it is answered: `application/problem+json` (RFC 9457 §3). */
export function problemDetails(problem: DomainProblem): Readonly<Record<string, unknown>> {
  const { code, because, extra } = problem;
  const [status, title] = PROBLEMS[code];
  return { type: `urn:officium:problem:${code}`, title, status, code, because, ...extra };
}
