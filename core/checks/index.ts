import { checkAddressChanged } from './addressChanged.ts';
import { checkAddresses } from './addresses.ts';
import { checkAmounts } from './amounts.ts';
import type { CheckInput } from './checkInput.ts';
import { checkDaysWritten } from './daysWritten.ts';
import { checkElsewhere } from './elsewhere.ts';
import { checkEnclosures } from './enclosures.ts';
import { checkGaps } from './gaps.ts';
import { checkGreeting } from './greeting.ts';
import { checkLanguage } from './language.ts';
import { checkLeftOut } from './leftOut.ts';
import { checkLinks } from './links.ts';
import { noteId } from './note.ts';
import type { Note } from './note.ts';
import { checkOlderVersion } from './olderVersion.ts';
import { checkOtherMatter } from './otherMatter.ts';
import { checkOutside } from './outside.ts';
import { checkPeople } from './people.ts';
import { checkPrinted } from './printed.ts';
import { checkRecipients } from './recipients.ts';
import { checkRecordChanged } from './recordChanged.ts';
import { checkQuestions } from './questions.ts';
import { checkReplyToAll } from './replyToAll.ts';
import { checkRequiredDocuments } from './requiredDocuments.ts';
import { checkRestricted } from './restricted.ts';
import { checkSender } from './sender.ts';
import { checkSentBefore } from './sentBefore.ts';
import { checkSize } from './size.ts';
import { checkUnfilled } from './unfilled.ts';

export type Check = (input: CheckInput) => readonly Note[];

/** Every check there is, in the order in which notes are read. A new check is a file and a line here. */
export const CHECKS: readonly Check[] = [
  checkSender,
  checkRecipients,
  checkLeftOut,
  checkAddresses,
  checkAddressChanged,
  checkOutside,
  checkSentBefore,
  checkGreeting,
  checkLanguage,
  checkReplyToAll,
  checkQuestions,
  checkUnfilled,
  checkPeople,
  checkGaps,
  checkOtherMatter,
  checkRecordChanged,
  checkAmounts,
  checkDaysWritten,
  checkLinks,
  checkRequiredDocuments,
  checkEnclosures,
  checkOlderVersion,
  checkRestricted,
  checkElsewhere,
  checkPrinted,
  checkSize,
];

/** What every check has to say, but for the cautions that the practice has turned off. */
export const runChecks = (input: CheckInput): readonly Note[] =>
  CHECKS.flatMap((check) => check(input)).filter(
    ({ severity, code }) => severity === 'stop' || !input.turnedOff.has(code),
  );

/**
 * Notes that keep a message from going: every stop, and each caution that its writer has not acknowledged, by its id for
 * these very words, or by its code for whatever it says (a program that sends on its own).
 */
export const notesThatStop = (notes: readonly Note[], acknowledged: ReadonlySet<string>): readonly Note[] =>
  notes.filter(
    (note) => note.severity === 'stop' || !(acknowledged.has(noteId(note)) || acknowledged.has(note.code)),
  );

export { gapsInWording } from './gaps.ts';
export { readableMessage } from './checkInput.ts';
export type { CheckInput } from './checkInput.ts';
export { noteId } from './note.ts';
export type { Note } from './note.ts';
export { addressCandidates, familyKey, nameCandidates, referenceCandidates } from './words.ts';
export { isOneSlipAway } from './addresses.ts';
export { amountsOf } from './checkInput.ts';
