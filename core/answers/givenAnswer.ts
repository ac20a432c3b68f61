import { formatDate } from '../dates/formatDate.ts';
import { cleanText } from '../template/parseDocument.ts';
import { formatMoney, parseMoney } from '../model/money.ts';
import type { Money } from '../model/money.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { readNumber } from '../model/readNumber.ts';
import { MOST_NUMBER } from '../model/soundValue.ts';
import { offeredDay } from '../template/question.ts';
import type { Question } from '../template/question.ts';

/** What somebody answered to one question, as it is kept: its canonical form is this, as JSON. */
export type GivenAnswer =
  | { readonly kind: 'yesNo'; readonly value: boolean }
  | { readonly kind: 'one' | 'words' | 'consent'; readonly text: string }
  | { readonly kind: 'several'; readonly texts: readonly string[] }
  /** Without a day none of those offered suits. `time` is `HH:MM` on the practice's clock. */
  | { readonly kind: 'day'; readonly date: PlainDate | null; readonly time: string | null }
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'amount'; readonly money: Money }
  | { readonly kind: 'address'; readonly lines: readonly string[] }
  /** Names of the files as they are kept. */
  | { readonly kind: 'files'; readonly names: readonly string[] };

/** What is wrong with what somebody filled in. */
export type AnswerFault = 'missing' | 'notOffered' | 'notANumber' | 'notAnAmount' | 'tooLong';

/** A form's field by its question's key: every text that was sent under it. */
export type Form = ReadonlyMap<string, readonly string[]>;

export interface ReadAnswers {
  readonly answers: ReadonlyMap<string, GivenAnswer>;
  /** By the question's key. */
  readonly faults: ReadonlyMap<string, AnswerFault>;
}

export const ANSWER_BOUNDS = { words: 5_000, address: 400, addressLines: 8, name: 120 } as const;
/** What a form sends where none of the days offered suits. */
export const NO_DAY = 'none';

/** Reads a filled-in form: only what was asked, only what was offered, each in the form its kind has. */
export function readAnswers(
  questions: readonly Question[],
  form: Form,
  files: ReadonlyMap<string, readonly string[]>,
  currency: string,
): ReadAnswers {
  const answers = new Map<string, GivenAnswer>();
  const faults = new Map<string, AnswerFault>();
  for (const question of questions) {
    const { key } = question;
    const names = files.get(key) ?? [];
    const read =
      question.kind === 'files'
        ? names.length > 0
          ? ({ kind: 'files', names } as const)
          : undefined
        : readOne(question, form.get(key) ?? [], currency);
    if (typeof read === 'string') faults.set(key, read);
    else if (read) answers.set(key, read);
    else if (question.required) faults.set(key, 'missing');
  }
  return { answers, faults };
}

function readOne(
  { kind, options }: Question,
  texts: readonly string[],
  currency: string,
): GivenAnswer | AnswerFault | undefined {
  const text = cleanText(texts[0] ?? '').trim();
  if (text === '') return undefined;
  switch (kind) {
    case 'yesNo':
      return text === 'yes' || text === 'no' ? { kind, value: text === 'yes' } : 'notOffered';
    case 'one':
      return options.includes(text) ? { kind, text } : 'notOffered';
    case 'several':
      return texts.every((one) => options.includes(one))
        ? { kind, texts: [...new Set(texts)] }
        : 'notOffered';
    case 'day':
      return readDay(options, text);
    case 'number': {
      const value = readNumber(text);
      return value === undefined || Math.abs(value) > MOST_NUMBER ? 'notANumber' : { kind, value };
    }
    case 'amount': {
      const money = parseMoney(text, currency);
      return money ? { kind, money } : 'notAnAmount';
    }
    case 'words':
      return text.length > ANSWER_BOUNDS.words ? 'tooLong' : { kind, text };
    case 'consent':
      return text.length > ANSWER_BOUNDS.name ? 'tooLong' : { kind, text: text.replace(/\s+/gu, ' ') };
    case 'address': {
      const lines = text
        .split(/\r?\n/u)
        .map((line) => line.trim())
        .filter((line) => line !== '');
      const fits = text.length <= ANSWER_BOUNDS.address && lines.length <= ANSWER_BOUNDS.addressLines;
      return fits ? { kind, lines } : 'tooLong';
    }
    case 'files':
      return undefined;
    default:
      return kind satisfies never;
  }
}

function readDay(options: readonly string[], text: string): GivenAnswer | AnswerFault {
  if (text === NO_DAY) return { kind: 'day', date: null, time: null };
  const day = options.includes(text) ? offeredDay(text) : undefined;
  return day ? { kind: 'day', date: day.date, time: day.time ?? null } : 'notOffered';
}

/** Words for answers that are none of the recipient's own. */
export interface AnswerWords {
  readonly yes: string;
  readonly no: string;
  readonly noDay: string;
}

/** An answer as people read it; lines apart by `\n`. */
export function answerText(answer: GivenAnswer, words: AnswerWords): string {
  switch (answer.kind) {
    case 'yesNo':
      return answer.value ? words.yes : words.no;
    case 'one':
    case 'words':
    case 'consent':
      return answer.text;
    case 'several':
      return answer.texts.join(', ');
    case 'day': {
      if (answer.date === null) return words.noDay;
      const day = formatDate(answer.date, 'longWeekday');
      return answer.time === null ? day : `${day}, ${answer.time.replace(/^0/, '')}`;
    }
    case 'number':
      return String(answer.value);
    case 'amount':
      return formatMoney(answer.money);
    case 'address':
      return answer.lines.join('\n');
    case 'files':
      return answer.names.join(', ');
    default:
      return answer satisfies never;
  }
}

/** What a filled-in form says, question by question, as it is filed and confirmed. */
export const answersText = (
  questions: readonly Question[],
  answers: ReadonlyMap<string, GivenAnswer>,
  words: AnswerWords & { readonly none: string },
): string =>
  questions
    .map(({ key, ask }) => {
      const answer = answers.get(key);
      return `${ask}\n${answer ? answerText(answer, words) : words.none}`;
    })
    .join('\n\n');
