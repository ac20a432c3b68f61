import type { EntrySummary } from '../../contract/correspondence.ts';
import type { ShelfItem } from '../../contract/matters.ts';
import type { Message } from '../../contract/messages.ts';
import type { CautionCode } from '../../core/checks/note.ts';
import { formatDate } from '../../core/dates/formatDate.ts';
import { parsePlainDate } from '../../core/model/plainDate.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { listDay, dayOf, timeOfDay, today } from './dates.ts';

/** All that problems, notes and states say to people, made from their codes in this one place. */

type Note = Message['notes'][number];
type Params = Note['params'];

export interface NoteWords {
  readonly title: string;
  readonly detail: string;
}

const text = (params: Params, key: string): string => String(params[key] ?? '');
const size = (params: Params, key: string): string => fileSize(Number(params[key] ?? 0));

/** `410 kB`, `2.1 MB`: decimal units, as mail hosts count. */
export function fileSize(bytes: number): string {
  if (bytes < 1_000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${Math.round(bytes / 1_000)} kB`;
  return `${(bytes / 1_000_000).toFixed(1)} MB`;
}

export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

const NOTES: Readonly<Record<string, (params: Params) => NoteWords>> = {
  blankUnfilled: (p) => ({ title: 'Only you know this', detail: `“${text(p, 'label')}” is still open.` }),
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
  noRecipient: () => ({ title: 'Nobody to send it to', detail: 'Put in who should get it.' }),
  malformedAddress: (p) => ({
    title: 'This address cannot be reached',
    detail: `“${text(p, 'address')}” is not a whole mail address.`,
  }),
  doNotWriteTo: (p) => ({
    title: 'Not to be written to',
    detail: `${text(p, 'name')} asked not to get letters from us.`,
  }),
  overSizeLimit: (p) => ({
    title: 'Too large for the mail host',
    detail: `${size(p, 'bytes')} on its way, the host takes ${size(p, 'limitBytes')}. Remove an enclosure.`,
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
    title: 'The greeting names somebody else',
    detail: `“${text(p, 'words')}” does not fit who gets it.`,
  }),
  greetingLeavesOut: (p) => ({
    title: `${text(p, 'name')} is not greeted`,
    detail: 'but is among those it goes to.',
  }),
  greetsMore: (p) => ({
    title: `${text(p, 'words')} greets two`,
    detail: `It goes to ${text(p, 'name')} alone.`,
  }),
  badReplyTo: (p) => ({
    title: 'Replies would be lost',
    detail: `“${text(p, 'address')}” is not one whole mail address to reply to.`,
  }),
  fixedOutside: (p) => ({
    title: 'The template copies somebody outside',
    detail: `${text(p, 'name')} gets every message made from it: ${text(p, 'address')}.`,
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
    detail: `${text(p, 'name')} has no whole mail address. Choose another under From, or have an administrator put one in.`,
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
  greetingNamesOther: 'The greeting names somebody else',
  greetingLeavesOut: 'Somebody it goes to is not greeted',
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
  notOnMatter: 'Somebody who is not on the matter',
  sentBefore: 'The same was sent a few days ago',
  spokenNotEnclosed: 'A document spoken of and not enclosed',
  noneEnclosed: 'An enclosure spoken of, and none',
  enclosedNotSpoken: 'An enclosure without a word',
  olderVersion: 'An older version enclosed',
  restrictedOutside: 'A document for the practice alone',
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
      return 'Take out';
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
      return 'Take it out';
    default:
      return remedy satisfies never;
  }
}

type Reason = ShelfItem['reasons'][number];

const REASONS: Readonly<Record<string, (params: Reason['params']) => string>> = {
  roleUnknown: () => 'this kind of matter has no such party',
  roleEmpty: (p) => `no ${String(p['role'])} on this matter`,
  noAddress: (p) => `no mail address for ${String(p['name'])}`,
  documentMissing: (p) => `no ${String(p['category']).toLowerCase()} on this matter yet`,
  doNotWriteTo: (p) => `${String(p['name'])} is not to be written to`,
  notForThisType: () => 'for another kind of matter',
};

export const reasonWords = ({ code, params }: Reason): string =>
  REASONS[code]?.(params) ?? 'not possible here';

export function readinessWords({ readiness, blanks }: ShelfItem): string {
  switch (readiness) {
    case 'ready':
      return 'ready';
    case 'blanks':
      return plural(blanks, 'blank');
    case 'unavailable':
      return 'not here';
    default:
      return readiness satisfies never;
  }
}

/** Why a template stands where it does: what is due, or the practice's own history. */
export function usualWords({ use, why, due }: ShelfItem, lastSent: string | null): string | undefined {
  switch (why) {
    case null:
      return undefined;
    case 'due':
      return due?.kind === 'dateNear'
        ? `${due.label} is ${due.days === 0 ? 'today' : `in ${plural(due.days, 'day')}`}`
        : `due: ${due?.what ?? ''}`;
    case 'follows': {
      const times = `${use.followed} of ${plural(use.followedOf, 'time')}`;
      return lastSent === null ? `first on such matters, ${times}` : `after “${lastSent}”, ${times}`;
    }
    case 'stage':
      return `at this stage, ${use.atStage} of ${plural(use.atStageOf, 'time')}`;
    case 'habit':
      return `you sent it ${plural(use.usedByPerson, 'time')}`;
    default:
      return why satisfies never;
  }
}

/** How a message goes, in a word. */
export const channelWords = (channel: Message['channel']): string =>
  ({ email: 'Mail', text: 'Text message', letter: 'Letter' })[channel];

/** What is outstanding of an entry, as of a day: an answer that is owed or awaited, or that it went today. */
export function awaitingWords(
  { awaiting, direction, occurredAtUtc }: EntrySummary,
  on: PlainDate,
): { readonly words: string; readonly late: boolean } | undefined {
  switch (awaiting.kind) {
    case 'nothing':
      return direction === 'out' && dayOf(occurredAtUtc) === on
        ? { words: 'Sent today', late: false }
        : undefined;
    case 'theirAnswer':
      return {
        words: awaiting.days === 0 ? 'Sent today' : `No answer · ${plural(awaiting.days, 'day')}`,
        late: awaiting.days >= 5,
      };
    case 'ourAnswer':
      return {
        words: awaiting.days === 0 ? 'Answer owed' : `Answer owed · ${plural(awaiting.days, 'day')}`,
        late: awaiting.days >= 2,
      };
    default:
      return awaiting satisfies never;
  }
}

type Stated = Pick<Message, 'state' | 'stateDetail'>;

/** Where a message is, in words; times of leaving are counted down elsewhere. */
export function stateWords({ state, stateDetail }: Stated): string {
  switch (state) {
    case 'draft':
      return 'Draft';
    case 'held':
      return `Leaves ${whenWords(stateDetail.leavesAtUtc)}`;
    case 'queued':
      return 'Waiting its turn';
    case 'sending':
      return 'Being handed over';
    case 'deferred':
      return `${isReply(stateDetail.reply) ? 'Put off by the host' : 'The mail host cannot be reached'} · next try ${whenWords(stateDetail.nextAttemptUtc)}`;
    case 'sent':
      return 'Sent and filed';
    case 'failed':
      return isReply(stateDetail.reply) ? 'Not sent: the host refused it' : 'Not sent';
    case 'may-have-gone':
      return 'May have gone: the host’s answer was lost';
    default:
      return state satisfies never;
  }
}

/** A host's reply begins with its three figures (RFC 5321 §4.2); anything else is our own word of why it was not heard. */
const isReply = (reply: string | undefined): boolean => reply === undefined || /^\d{3}\b/.test(reply);

/** What stands before a host's reply, or before why none was heard. */
export const heardWords = (reply: string): string => (isReply(reply) ? 'The host said:' : 'What happened:');

function whenWords(utc: number | undefined): string {
  if (utc === undefined) return 'soon';
  const day = dayOf(utc);
  return day === today()
    ? `at ${timeOfDay(utc)}`
    : `${formatDate(day, 'weekdayDayMonth')} at ${timeOfDay(utc)}`;
}

/** What to do about a host's refusal, from the first figures of its reply (RFC 3463). */
export function refusalAdvice(reply: string): string {
  if (/\b5\.1\.\d|no such|unknown|mailbox here/i.test(reply))
    return 'The address does not exist there. Correct it, then send again.';
  if (/\b5\.2\.2|full/i.test(reply)) return 'Their mailbox is full. Telephone, or use another address.';
  if (/\b5\.3\.4|\b552\b|larger/i.test(reply))
    return 'It is too large for their host. Take out an enclosure, then send again.';
  return 'Call it back, mend what the host names, and send again. Nothing has gone.';
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;

/** What an API error says to a person: the server's own words where it has any. */
export function problemWords(error: unknown): string {
  if (isObject(error)) {
    if (error['status'] === 'FETCH_ERROR')
      return 'The server cannot be reached. What you have written stays here; it will be kept as soon as it answers.';
    const data = error['data'];
    if (isObject(data) && typeof data['detail'] === 'string') return data['detail'];
  }
  return 'Something went wrong. Nothing was sent.';
}

export const problemCode = (error: unknown): string | undefined => {
  const data = isObject(error) ? error['data'] : undefined;
  return isObject(data) && typeof data['code'] === 'string' ? data['code'] : undefined;
};
