import { formatDate } from '../dates/formatDate.ts';
import { addWorkingDays } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import { parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { isClockTime } from '../model/value.ts';
import type { BlockNode, DocumentNode, QuestionNode } from './document.ts';
import { allBlocks, mapBlock } from './walk.ts';

export const QUESTION_KINDS = [
  'yesNo',
  'one',
  'several',
  'day',
  'number',
  'amount',
  'words',
  'address',
  'files',
  'consent',
] as const;
/**
 * `one`, `several` of a list · `day` one of those offered · `amount` of money in the matter's currency · `words` a few ·
 * `address` by post · `files` uploaded · `consent` a name that stands for a signature.
 */
export type QuestionKind = (typeof QUESTION_KINDS)[number];

/** Days that are offered: `count` working days, the first of them `from` working days after the day of writing. */
export interface OfferedDays {
  readonly from: number;
  readonly count: number;
  /** `HH:MM` on the practice's clock. */
  readonly at: string | null;
}

/** What is asked of the recipient of a message. */
export interface Question {
  /** Names it within its message. */
  readonly key: string;
  /** The question as the recipient reads it. */
  readonly ask: string;
  readonly kind: QuestionKind;
  readonly required: boolean;
  /** Of `one` and `several` their words; of `day` in a letter `2026-12-14` or `2026-12-14T09:30`. */
  readonly options: readonly string[];
  /** Of `day` in a template: which are offered when it is written. */
  readonly days: OfferedDays | null;
  /** Path of the value that the record has, shown with the question for the recipient to put right. */
  readonly offers: string | null;
  /** Where the answer may go: `fact.`, `date.`, `party.{role}.address`, `table.{key}.{column}` or `category.`. */
  readonly goesTo: string | null;
  /** In a letter, what the record has, as the recipient reads it. */
  readonly value: string | null;
}

export const QUESTION_BOUNDS = {
  ask: 300,
  option: 120,
  options: 12,
  path: 120,
  value: 2_000,
  daysAhead: 120,
  days: 8,
  /** Questions of one message: more is a form that nobody fills in. */
  questions: 30,
} as const;

/** Where a button leads that opens the recipient's answer page: the address itself is made when the message leaves. */
export const ANSWER_PLACE = 'answer:page';

/** Every question of a body, in reading order. */
export const questionsOf = (blocks: readonly BlockNode[]): readonly Question[] =>
  allBlocks(blocks).flatMap((block) => (block.type === 'question' ? [block.attrs] : []));

const leadsToAnswers = (block: BlockNode): boolean =>
  block.type === 'button' && block.attrs.href === ANSWER_PLACE;

/** Whether a body has a way to the answer page. */
export const hasAnswerButton = (blocks: readonly BlockNode[]): boolean =>
  allBlocks(blocks).some(leadsToAnswers);

/** A body that asks something gets its way to the answer page below its last question, where its writer placed none. */
export function withAnswerButton(blocks: readonly BlockNode[]): readonly BlockNode[] {
  const last = blocks.findLastIndex((block) => questionsOf([block]).length > 0);
  if (last < 0 || hasAnswerButton(blocks)) return blocks;
  const button: BlockNode = { type: 'button', attrs: { label: 'Answer here', href: ANSWER_PLACE } };
  return [...blocks.slice(0, last + 1), button, ...blocks.slice(last + 1)];
}

/** A body whose ways to the answer page lead to an address. */
export const leadingTo = (document: DocumentNode, address: string): DocumentNode => ({
  ...document,
  content: document.content.map((block) =>
    mapBlock(block, (one) =>
      one.type === 'button' && leadsToAnswers(one) ? { ...one, attrs: { ...one.attrs, href: address } } : one,
    ),
  ),
});

/** The days that a question offers, counted from the day it is written on; fewer where the calendar has no more. */
export function daysOffered(
  { from, count, at }: OfferedDays,
  calendar: WorkingCalendar,
  today: PlainDate,
): readonly string[] {
  const days: string[] = [];
  for (let n = 0; n < count; n += 1) {
    const day = addWorkingDays(calendar, today, from + n);
    if (day) days.push(at === null ? day : `${day}T${at}`);
  }
  return days;
}

/** A day that is offered, as its parts; undefined where the text is none. */
export function offeredDay(
  option: string,
): { readonly date: PlainDate; readonly time: string | undefined } | undefined {
  const [day = '', time] = option.split('T');
  const date = parsePlainDate(day);
  return date && (time === undefined || isClockTime(time)) ? { date, time } : undefined;
}

/** An option as its reader sees it: `Monday 14 December, 9:30`. */
export function optionWords(kind: QuestionKind, option: string): string {
  const day = kind === 'day' ? offeredDay(option) : undefined;
  if (!day) return option;
  const words = formatDate(day.date, 'weekdayDayMonth');
  return day.time === undefined ? words : `${words}, ${day.time.replace(/^0/, '')}`;
}

/** What a message says of a question: what is asked, what there is to choose from, and what the record has. */
export function questionLines({ attrs }: QuestionNode): {
  readonly ask: string;
  readonly options: readonly string[];
} {
  const { kind, options, value, ask } = attrs;
  return {
    ask: value === null ? ask : `${ask} (${value})`,
    options: options.map((option) => optionWords(kind, option)),
  };
}
