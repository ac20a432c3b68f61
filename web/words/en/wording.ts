import type { EntrySummary } from '../../../contract/correspondence.ts';
import type { ShelfItem } from '../../../contract/matters.ts';
import type { Message } from '../../../contract/messages.ts';
import type { Channel } from '../../../core/model/channel.ts';
import type { Reason } from '../../../core/model/reason.ts';
import { dayParts } from '../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import { dayOf, timeOfDay, today, writeDay, writeNumber } from '../dates.ts';
import { refusalWords } from './refusals.ts';

/** All that problems, notes and states say to people, made from their codes in this one place. */

/** `410 kB`, `2.1 MB`: decimal units, as mail hosts count. */
export function fileSize(bytes: number): string {
  if (bytes < 1_000) return `${bytes} bytes`;
  if (bytes < 1_000_000) return `${writeNumber(Math.round(bytes / 1_000))} kB`;
  return `${writeNumber(bytes / 1_000_000, 1)} MB`;
}

export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

type ShelfReason = ShelfItem['reasons'][number];

const REASONS: Readonly<Record<string, (params: ShelfReason['params']) => string>> = {
  roleUnknown: () => 'this matter type has no such party',
  roleEmpty: (p) => `no ${String(p['role'])} on this matter`,
  noAddress: (p) => `no email address for ${String(p['name'])}`,
  documentMissing: (p) => `no ${String(p['category']).toLowerCase()} on this matter yet`,
  doNotWriteTo: (p) => `${String(p['name'])} is do not write to`,
  notForThisType: () => 'for another matter type',
  needsMatter: () => 'needs a matter',
};

export const reasonWords = ({ code, params }: Pick<ShelfReason, 'code' | 'params'>): string =>
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
  ({ email: 'Email', text: 'Text message', letter: 'Letter' })[channel];

/** What is outstanding of an entry, as of a day: an answer that is owed or awaited, or that it went today. */
export function awaitingWords(
  { awaiting, direction, occurredAtUtc }: EntrySummary,
  on: PlainDate,
): { readonly words: string; readonly late: boolean } | undefined {
  switch (awaiting.kind) {
    case 'nothing':
      return direction === 'out' && dayOf(occurredAtUtc) === on
        ? { words: 'sent today', late: false }
        : undefined;
    case 'theirAnswer':
      return {
        words: awaiting.days === 0 ? 'sent today' : `we are waiting · ${plural(awaiting.days, 'day')}`,
        late: awaiting.days >= 5,
      };
    case 'ourAnswer':
      return {
        words:
          awaiting.days === 0 ? 'they are waiting' : `they are waiting · ${plural(awaiting.days, 'day')}`,
        late: awaiting.days >= 2,
      };
    default:
      return awaiting satisfies never;
  }
}

type Stated = Pick<Message, 'state' | 'stateDetail' | 'channel'>;

/** Who takes a message over, by its channel. */
const TAKERS: Readonly<Record<Channel, string>> = {
  email: 'mail server',
  text: 'text gateway',
  letter: 'printer',
};

/** Where a message is, in words; times of leaving are counted down elsewhere. */
export function stateWords({ state, stateDetail, channel }: Stated): string {
  switch (state) {
    case 'draft':
      return 'Draft';
    case 'held':
      return `Sends ${whenWords(stateDetail.leavesAtUtc)}`;
    case 'queued':
      return 'Waiting its turn';
    case 'sending':
      return 'Being handed over';
    case 'deferred':
      return `${isReply(stateDetail.reply) ? `Put off by the ${TAKERS[channel]}` : `The ${TAKERS[channel]} cannot be reached`} · next try ${whenWords(stateDetail.nextAttemptUtc)}`;
    case 'sent':
      return 'Sent and filed';
    case 'failed':
      return isReply(stateDetail.reply) ? `Not sent: the ${TAKERS[channel]} refused it` : 'Not sent';
    case 'may-have-gone':
      return `May have gone: the ${TAKERS[channel]}’s answer was lost`;
    default:
      return state satisfies never;
  }
}

/**
 * A mail server's or gateway's reply begins with its three figures (RFC 5321 §4.2, RFC 9110 §15), a printer's with its
 * protocol (RFC 8011); anything else is the line's own word of why nothing was heard.
 */
const isReply = (reply: string | undefined): boolean =>
  reply === undefined || /^(?:\d{3}\b|HTTP |IPP )/.test(reply);

/** What stands before a host's reply, or before why none was heard. */
export const heardWords = ({ stateDetail, channel }: Stated): string =>
  isReply(stateDetail.reply) ? `The ${TAKERS[channel]} answered:` : 'What happened:';

const isThisYear = (day: PlainDate): boolean => dayParts(day).year === dayParts(today()).year;

function whenWords(utc: number | undefined): string {
  if (utc === undefined) return 'soon';
  const day = dayOf(utc);
  return day === today()
    ? `at ${timeOfDay(utc)}`
    : `${writeDay(day, isThisYear(day) ? 'weekdayDayMonth' : 'longWeekday')} at ${timeOfDay(utc)}`;
}

/** What to do about a host's refusal, from the first figures of its reply (RFC 3463). */
export function refusalAdvice(reply: string): string {
  if (/\b5\.1\.\d|no such|unknown|mailbox here/i.test(reply))
    return 'The address does not exist there. Correct it, then send again.';
  if (/\b5\.2\.2|full/i.test(reply)) return 'Their mailbox is full. Telephone, or use another address.';
  if (/\b5\.3\.4|\b552\b|larger/i.test(reply))
    return 'It is too large for their mail server. Remove an enclosure, then send again.';
  return 'Stop it, correct what the mail server names, and send again. Nothing has gone.';
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;

/** What an API error says to a person, made from its code and its reasons. */
export function problemWords(error: unknown): string {
  if (isObject(error)) {
    if (isLineLost(error))
      return 'The server can’t be reached. Nothing was changed; try again once it answers.';
    const data = error['data'];
    if (isObject(data) && typeof data['code'] === 'string') {
      const because = Array.isArray(data['because']) ? data['because'].filter(isReason) : [];
      const said = refusalWords(data['code'], because);
      if (said !== undefined) return said;
    }
  }
  return 'Something went wrong on the server. Try again; if it comes back, tell the person who looks after Officium.';
}

const isReason = (one: unknown): one is Reason => isObject(one) && typeof one['code'] === 'string';

/** Whether it was the line that failed, not the server that refused. */
export const isLineLost = (error: unknown): boolean => isObject(error) && error['status'] === 'FETCH_ERROR';

export const problemCode = (error: unknown): string | undefined => {
  const data = isObject(error) ? error['data'] : undefined;
  return isObject(data) && typeof data['code'] === 'string' ? data['code'] : undefined;
};

/** Said where somebody looks at what others change. */
export const ADMINISTRATORS_ALONE = 'An administrator of the practice changes this.';
