import type { CheckInput } from './checkInput.ts';
import { checkEnclosures } from './enclosures.ts';
import { checkGreeting } from './greeting.ts';
import type { Note } from './note.ts';
import { checkOtherMatter } from './otherMatter.ts';
import { checkRecipients } from './recipients.ts';
import { checkSize } from './size.ts';
import { checkUnfilled } from './unfilled.ts';

export type Check = (input: CheckInput) => readonly Note[];

/** Every check there is, in the order in which notes are read. A new check is a file and a line here. */
export const CHECKS: readonly Check[] = [
  checkRecipients,
  checkGreeting,
  checkUnfilled,
  checkOtherMatter,
  checkEnclosures,
  checkSize,
];

export const runChecks = (input: CheckInput): readonly Note[] => CHECKS.flatMap((check) => check(input));

/** Notes that keep a message from going: every stop, and each caution its writer has not acknowledged by its code. */
export const notesThatStop = (notes: readonly Note[], acknowledged: ReadonlySet<string>): readonly Note[] =>
  notes.filter(({ severity, code }) => severity === 'stop' || !acknowledged.has(code));

export { readableLetter } from './checkInput.ts';
export type { CheckInput } from './checkInput.ts';
export type { Note } from './note.ts';
export { nameCandidates, referenceCandidates } from './words.ts';
