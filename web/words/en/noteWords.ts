import type { Message } from '../../../contract/messages.ts';
import type { CautionCode } from '../../../core/checks/note.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { listDay, today } from '../dates.ts';
import { fileSize, plural } from './wording.ts';

/** What notes in the margin say to people, made from their codes. */

type Note = Message['notes'][number];
type Params = Note['params'];

export interface NoteWords {
  readonly title: string;
  readonly detail: string;
}

const text = (params: Params, key: string): string => String(params[key] ?? '');
const size = (params: Params, key: string): string => fileSize(Number(params[key] ?? 0));

const NOTES: Readonly<Record<string, (params: Params) => NoteWords>> = {
  blankUnfilled: (p) => ({ title: 'Please fill in', detail: `“${text(p, 'label')}” is still open.` }),
  codeLeft: (p) => ({
    title: 'A code was never filled in',
    detail: `“${text(p, 'words')}” would be read as it stands. Write what it stands for.`,
  }),
  addressChanged: (p) => ({
    title: 'Their address is another by now',
    detail:
      p['by'] === undefined
        ? `${text(p, 'name')} is no longer reached at ${text(p, 'address')}.`
        : `${text(p, 'name')} is no longer reached at ${text(p, 'address')}, but at ${text(p, 'by')}.`,
  }),
  gapLeft: (p) => ({
    title: 'Still to be filled in?',
    detail: `“${text(p, 'words')}” stands in the text.`,
  }),
  askedOfCopies: () => ({
    title: 'A copy of a message that asks',
    detail:
      'Whoever gets it could answer in the recipient’s place. Take the copies out, or put them in To: each gets a page of their own.',
  }),
  noAnswerPage: () => ({
    title: 'Nowhere to answer',
    detail:
      'It asks something, and has no button to the answer page, or the practice has no address for answer pages yet (OFFICIUM_ANSWER_URL).',
  }),
  noRecipient: () => ({ title: 'Nobody to send it to', detail: 'Put in who should get it.' }),
  malformedAddress: (p) => ({
    title: 'This address cannot be reached',
    detail: `“${text(p, 'address')}” is not a whole email address.`,
  }),
  doNotWriteTo: (p) => ({
    title: 'Not to be written to',
    detail: `${text(p, 'name')} asked not to be written to.`,
  }),
  overSizeLimit: (p) => ({
    title: 'Too large for the mail server',
    detail: `${size(p, 'bytes')} on its way, the mail server takes ${size(p, 'limitBytes')}. Remove an enclosure.`,
  }),
  spokenNotEnclosed: (p) => ({
    title: `The ${text(p, 'category').toLowerCase()} is not enclosed`,
    detail: `${text(p, 'name')} of ${shortDay(text(p, 'addedOn'))} is on the matter.`,
  }),
  noneEnclosed: () => ({ title: 'Nothing is enclosed', detail: 'The text speaks of an enclosure.' }),
  enclosedNotSpoken: (p) => ({
    title: 'Enclosed without a word',
    detail: `The text does not mention ${text(p, 'name')}.`,
  }),
  greetingNamesOther: (p) => ({
    title: 'The greeting names someone else',
    detail: `“${text(p, 'words')}” does not fit who gets it.`,
  }),
  greetingLeavesOut: (p) => ({
    title: `${text(p, 'name')} is not greeted`,
    detail: 'but is among those it goes to.',
  }),
  greetingLanguage: (p) => ({
    title: 'Greeting and text in two languages',
    detail: `“${text(p, 'words')}” is ${text(p, 'greeting')}, the text is ${text(p, 'text')}.`,
  }),
  greetsMore: (p) => ({
    title: `${text(p, 'words')} greets two`,
    detail: `It goes to ${text(p, 'name')} alone.`,
  }),
  badReplyTo: (p) => ({
    title: 'Replies would be lost',
    detail: `“${text(p, 'address')}” is not one whole email address to reply to.`,
  }),
  fixedOutside: (p) => ({
    title: 'The template copies someone outside',
    detail: `${text(p, 'name')} gets every message made from it: ${text(p, 'address')}.`,
  }),
  personUnclear: (p) => ({
    title: `“${text(p, 'words')}” is not a whole name`,
    detail:
      text(p, 'meant') === ''
        ? `It is the answer to “${text(p, 'label')}”.`
        : `Under “${text(p, 'label')}” it may be ${text(p, 'meant')}.`,
  }),
  notPrinted: (p) => ({
    title: 'Not printed with the letter',
    detail: `No page can be made of “${text(p, 'name')}”. Lay it in by hand, or remove it.`,
  }),
  enclosedFromElsewhere: (p) => ({
    title: 'From another matter',
    detail: `“${text(p, 'name')}” is a document of another matter.`,
  }),
  partyLeftOut: (p) => ({
    title: `Not to ${text(p, 'name')}`,
    detail: `The template writes to every ${text(p, 'role').toLowerCase()}, and there is no address to reach this one.`,
  }),
  replyToOutside: (p) => ({
    title: 'Replies go outside the practice',
    detail: `They go to ${text(p, 'address')}, and not to you.`,
  }),
  otherMatterReference: (p) => ({
    title: 'Another matter’s reference',
    detail: `${text(p, 'words')} is not this matter.`,
  }),
  otherMatterName: (p) => ({
    title: 'A name from another matter',
    detail: `“${text(p, 'words')}” belongs to ${text(p, 'reference')}.`,
  }),
  noSubject: () => ({ title: 'No subject', detail: 'It would arrive without one.' }),
  answersAllGreetsOne: (p) => ({
    title: `Only ${text(p, 'name')} is greeted`,
    detail: `but ${plural(Number(p['others']), 'other')} would read it too.`,
  }),
  otherMatterAddress: (p) => ({
    title: 'An address from another matter',
    detail: `${text(p, 'words')} belongs to ${text(p, 'reference')}.`,
  }),
  addressNear: (p) => ({
    title: 'Perhaps a slip in the address',
    detail: `${text(p, 'address')} is one letter from ${text(p, 'name')}’s ${text(p, 'near')}.`,
  }),
  addressUnknown: (p) => ({
    title: 'Nobody known by this address',
    detail: `${text(p, 'address')} is neither on this matter nor in the directory.`,
  }),
  notOnMatter: (p) => ({
    title: `${text(p, 'name')} is not on this matter`,
    detail: 'and has not written or been written to on it.',
  }),
  sentBefore: (p) => ({
    title: `Sent to ${text(p, 'name')} ${daysAgo(Number(p['days']))}`,
    detail: `“${text(p, 'template')}”, on this matter.`,
  }),
  olderVersion: (p) => ({
    title: 'There is a later version',
    detail: `${text(p, 'newer')} of ${shortDay(text(p, 'addedOn'))} is on the matter.`,
  }),
  restrictedOutside: (p) => ({
    title: 'For the practice alone',
    detail: `${text(p, 'name')} is marked so, and would go to ${text(p, 'to')}.`,
  }),
  noSuchDay: (p) => ({ title: 'There is no such day', detail: `${text(p, 'words')} is in no calendar.` }),
  weekdayDisagrees: (p) => ({
    title: 'Day and date disagree',
    detail: `${text(p, 'day')} is a ${text(p, 'weekday')}.`,
  }),
  dayInPast: (p) => ({ title: 'This day has passed', detail: `${text(p, 'day')} lies behind us.` }),
  dayClosed: (p) => ({ title: 'Closed on that day', detail: `${text(p, 'day')} is no working day.` }),
  amountDiffers: (p) => ({
    title: 'Not the record’s amount',
    detail: `${text(p, 'label')} is ${text(p, 'record')} on this matter.`,
  }),
  recordChanged: (p) => ({
    title: 'The record has changed',
    detail: `${text(p, 'label')} was ${text(p, 'was')}, is ${text(p, 'now')}.`,
  }),
  linkDiffers: (p) => ({
    title: 'The link leads elsewhere',
    detail: `“${text(p, 'words')}” opens ${text(p, 'href')}.`,
  }),
  documentMissing: (p) => ({
    title: 'Something must go along',
    detail: `“${text(p, 'label')}” is asked for and not enclosed.`,
  }),
  noSender: (p) => ({
    title: 'No address to send from',
    detail: `${text(p, 'name')} has no whole email address. Choose another under From, or have an administrator put one in.`,
  }),
};

const daysAgo = (days: number): string =>
  days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;

export const noteWords = ({ code, params }: Pick<Note, 'code' | 'params'>): NoteWords =>
  NOTES[code]?.(params) ?? { title: 'Please look at this', detail: '' };

const shortDay = (day: string): string => {
  const date = parsePlainDate(day);
  return date ? listDay(date, today()) : '';
};

/** What a caution watches for, where the practice chooses among them. */
export const cautionWords = (code: CautionCode): string => CAUTION_NAMES[code];

const CAUTION_NAMES: Readonly<Record<CautionCode, string>> = {
  greetingNamesOther: 'The greeting names someone else',
  greetingLeavesOut: 'Someone it goes to is not greeted',
  greetingLanguage: 'A greeting in another language than the text',
  greetsMore: 'A greeting to two, sent to one',
  answersAllGreetsOne: 'An answer to all greets one',
  otherMatterReference: 'The reference of another matter',
  otherMatterName: 'A name from another matter',
  otherMatterAddress: 'An address from another matter',
  fixedOutside: 'A copy outside the practice that a template brings',
  replyToOutside: 'Replies that go outside the practice',
  addressNear: 'An address one letter from a known one',
  addressUnknown: 'An address nobody is known by',
  addressChanged: 'An address that was changed since',
  notOnMatter: 'Someone who is not on the matter',
  sentBefore: 'The same was sent a few days ago',
  spokenNotEnclosed: 'A document spoken of and not enclosed',
  noneEnclosed: 'An enclosure spoken of, and none',
  enclosedNotSpoken: 'An enclosure without a word',
  olderVersion: 'An older version enclosed',
  restrictedOutside: 'A document for the practice alone',
  personUnclear: 'A person named by part of a name',
  notPrinted: 'An enclosure that cannot be printed',
  enclosedFromElsewhere: 'A document of another matter',
  partyLeftOut: 'Someone of a role left out for want of an address',
  noSuchDay: 'A day that does not exist',
  weekdayDisagrees: 'Day and date disagree',
  dayInPast: 'A day to come that has passed',
  dayClosed: 'A day on which the practice is closed',
  amountDiffers: 'An amount unlike the record’s',
  recordChanged: 'The record has changed since',
  gapLeft: 'A gap that was never filled in',
  linkDiffers: 'A link that leads elsewhere',
  noSubject: 'No subject',
};

/** What a remedy's button says. */
export function remedyWords(remedy: Note['remedies'][number]): string {
  switch (remedy.kind) {
    case 'enclose':
      return 'Enclose it';
    case 'removeRecipient':
      return 'Remove';
    case 'replaceWords':
      return `Write “${remedy.by}”`;
    case 'goToBlank':
      return 'Go to it';
    case 'replaceAddress':
      return `Write to ${remedy.by}`;
    case 'keepOnly':
      return `To ${remedy.name} alone`;
    case 'replaceEnclosure':
      return 'Enclose that one';
    case 'removeEnclosure':
      return 'Remove';
    default:
      return remedy satisfies never;
  }
}
