import type { Standing, TemplateProblemView } from '../../../contract/templates.ts';
import type { FactKind } from '../../../core/model/value.ts';
import type { ValueFormat } from '../../../core/values/writeValue.ts';

/** What templates, their places and their problems are called, in one place. */

export const standingWords = (standing: Standing): string =>
  ({ private: 'Private', shared: 'Shared', approved: 'Approved', retired: 'Retired' })[standing];

export const KIND_WORDS: Readonly<Record<FactKind | 'document', string>> = {
  text: 'Text',
  longText: 'longer text',
  number: 'a number',
  money: 'an amount',
  date: 'a date',
  dateTime: 'a date and time',
  yesNo: 'yes or no',
  choice: 'Choice',
  contact: 'a person of the matter',
  document: 'a document of the matter',
};

export const FORMAT_WORDS: Readonly<Record<ValueFormat, string>> = {
  plain: 'As it is',
  words: 'In words (two)',
  long: '5 March 2026',
  longWeekday: 'Thursday 5 March 2026',
  dayMonth: '5 March',
  weekdayDayMonth: 'Thursday 5 March',
  monthYear: 'March 2026',
  short: '5 Mar 2026',
  iso: '2026-03-05',
};

type Params = TemplateProblemView['params'];
const text = (params: Params, key: string): string => String(params[key] ?? '');

const PROBLEMS: Readonly<Record<string, (params: Params) => readonly [title: string, detail: string]>> = {
  unknownField: (p) => [
    'A field that is not there',
    `There is no “${text(p, 'name') || lastPart(text(p, 'path'))}” in this matter type.`,
  ],
  rowFieldOutsideRepeat: (p) => [
    'Only within a repeat',
    `“${lastPart(text(p, 'path'))}” belongs to the rows of a table. Put it into a block that repeats.`,
  ],
  formatNeedsDate: (p) => ['Not a date', `“${text(p, 'label')}” cannot be written as a date.`],
  formatNeedsNumber: (p) => ['Not a number', `“${text(p, 'label')}” cannot be written in words.`],
  shiftNeedsDate: (p) => ['Nothing to shift', `“${text(p, 'label')}” is no date.`],
  unknownRole: (p) => ['This matter type has no such party', `Nobody is “${text(p, 'role')}” there.`],
  unknownTable: (p) => [
    'This matter type has no such table',
    `There is no “${text(p, 'name') || text(p, 'table')}” to go through.`,
  ],
  unknownStage: () => ['This matter type has no such stage', 'It would stay where it is after sending.'],
  unknownKeyDate: () => ['This matter type has no such date', 'It could not be stamped after sending.'],
  noRecipients: () => ['Nobody to send it to', 'Say who should get it.'],
  badAddress: (p) => ['Not a whole email address', `“${text(p, 'address')}” cannot be reached.`],
  blankUndefined: () => ['A blank without a question', 'Remove it, or say what it asks.'],
  blankNeverAsked: (p) => ['A blank never asked', `“${text(p, 'label')}” stands nowhere in the wording.`],
  blankDefinedTwice: (p) => ['Two blanks of one name', `“${text(p, 'label')}” is there twice.`],
  defaultUnknownField: (p) => [
    'A proposal from nowhere',
    `What “${text(p, 'label')}” proposes is not on such matters.`,
  ],
  passageMissing: () => ['A passage that is gone', 'Remove it, or put another in.'],
  passagesTooLong: (p) => [
    'Passages make it too long',
    `They would make more than ${text(p, 'most')} paragraphs: passages within passages repeat each other.`,
  ],
  passageCircle: (p) => ['A passage within itself', text(p, 'path')],
  codeInWords: (p) => [
    'A code nobody should read',
    `“${text(p, 'words')}” would go out as it stands. Make it a blank or a field.`,
  ],
  gapInWords: (p) => ['A gap in the wording', `“${text(p, 'words')}” is left for every writer to find.`],
  questionAskedTwice: (p) => ['Two questions by one name', `“${text(p, 'ask')}” stands twice. Take one out.`],
  questionRepeats: (p) => [
    'A question that repeats',
    `“${text(p, 'ask')}” would be asked several times. Move it out of the repeat.`,
  ],
  questionWithoutChoice: (p) => [
    'Nothing to choose from',
    `“${text(p, 'ask')}” needs at least two answers to choose from.`,
  ],
  questionsTooMany: (p) => ['Too many questions', `A message asks at most ${text(p, 'most')}.`],
  questionNowhereToGo: (p) => [
    'A place there is not',
    `The answer to “${text(p, 'ask')}” has no such place on ${text(p, 'type')}.`,
  ],
  questionWrongKind: (p) => [
    'An answer that does not fit',
    `The answer to “${text(p, 'ask')}” is of another kind than its place on ${text(p, 'type')}.`,
  ],
  pictureWithoutWords: () => ['A picture without words', 'Say what it shows, for those who do not see it.'],
};

const lastPart = (path: string): string => path.slice(path.lastIndexOf('.') + 1);

/** What a problem of a template says to whoever writes it. */
export function problemOf({ code, params, types }: TemplateProblemView): {
  readonly title: string;
  readonly detail: string;
} {
  const [title, detail] = PROBLEMS[code]?.(params) ?? ['Please look at this', ''];
  return { title, detail: types.length > 0 ? `${detail} (${types.join(', ')})` : detail };
}
