import type { FactDefinition, MatterType } from '../model/matter.ts';
import type { FactKind } from '../model/value.ts';
import type { TemplateProblem } from './checkTemplate.ts';
import { findField } from './fieldCatalogue.ts';
import { QUESTION_BOUNDS, questionsOf } from './question.ts';
import type { Question, QuestionKind } from './question.ts';
import type { TemplateContent } from './template.ts';
import { allBlocks } from './walk.ts';

const error = (
  code: TemplateProblem['code'],
  { key, ask }: Question,
  params: TemplateProblem['params'] = {},
): TemplateProblem => ({ code, where: key, params: { ask, ...params }, severity: 'error' });

/** What facts, columns and dates can take of an answer. */
const TAKES: Readonly<Record<QuestionKind, readonly FactKind[]>> = {
  yesNo: ['yesNo'],
  one: ['choice', 'text', 'longText'],
  several: ['text', 'longText'],
  day: ['date', 'dateTime'],
  number: ['number'],
  amount: ['money'],
  words: ['text', 'longText'],
  address: ['text', 'longText'],
  files: [],
  consent: ['text', 'longText'],
};

/** What a path names on matters of a type, for an answer to go to; undefined where there is no such place. */
export type AnswerPlace =
  | { readonly kind: 'fact' | 'date'; readonly key: string; readonly definition: FactDefinition }
  | { readonly kind: 'address'; readonly role: string }
  | { readonly kind: 'row'; readonly table: string; readonly definition: FactDefinition }
  | { readonly kind: 'category'; readonly category: string };

export function answerPlace(path: string, type: MatterType): AnswerPlace | undefined {
  const [root = '', first = '', second = '', ...more] = path.split('.');
  if (root === 'category') return { kind: 'category', category: path.slice('category.'.length) };
  if (more.length > 0) return undefined;
  if (root === 'fact' && second === '') {
    const definition = type.facts.find(({ key }) => key === first);
    return definition && { kind: 'fact', key: first, definition };
  }
  if (root === 'date' && second === '') {
    const date = type.keyDates.find(({ key }) => key === first);
    return date && { kind: 'date', key: first, definition: { ...date, kind: 'date' } };
  }
  if (root === 'party' && second === 'address')
    return type.roles.some(({ key }) => key === first) ? { kind: 'address', role: first } : undefined;
  if (root !== 'table') return undefined;
  const definition = type.tables.find(({ key }) => key === first)?.columns.find(({ key }) => key === second);
  return definition && { kind: 'row', table: first, definition };
}

/** Whether an answer of a kind can go to a place. */
export function fitsPlace(kind: QuestionKind, place: AnswerPlace): boolean {
  if (place.kind === 'category') return kind === 'files';
  if (place.kind === 'address') return kind === 'address';
  return TAKES[kind].includes(place.definition.kind);
}

/** What of a question does not hold on matters of a type. */
export function questionTypeProblems(question: Question, type: MatterType): readonly TemplateProblem[] {
  const { offers, goesTo, kind } = question;
  const problems: TemplateProblem[] = [];
  if (offers !== null && !findField(type, offers))
    problems.push(error('questionNowhereToGo', question, { path: offers, type: type.name }));
  if (goesTo === null) return problems;
  const place = answerPlace(goesTo, type);
  if (!place) problems.push(error('questionNowhereToGo', question, { path: goesTo, type: type.name }));
  else if (!fitsPlace(kind, place)) problems.push(error('questionWrongKind', question, { type: type.name }));
  return problems;
}

/** What is wrong with a template's questions whatever matter it meets. */
export function questionProblems({ body }: Pick<TemplateContent, 'body'>): readonly TemplateProblem[] {
  const questions = questionsOf(body.content);
  const [first] = questions;
  if (!first) return [];
  const repeated = allBlocks(body.content).flatMap((block) =>
    block.type === 'repeat' ||
    (block.type === 'table' && block.content.some(({ attrs }) => attrs.repeat !== null))
      ? questionsOf([block])
      : [],
  );
  return [
    ...questions.flatMap((question, n) => [
      ...(questions.findIndex(({ key }) => key === question.key) < n
        ? [error('questionAskedTwice', question)]
        : []),
      ...(lacksChoice(question) ? [error('questionWithoutChoice', question)] : []),
    ]),
    ...repeated.map((question) => error('questionRepeats', question)),
    ...(questions.length > QUESTION_BOUNDS.questions
      ? [error('questionsTooMany', first, { most: QUESTION_BOUNDS.questions })]
      : []),
  ];
}

const lacksChoice = ({ kind, options, days }: Question): boolean =>
  kind === 'day' ? options.length === 0 && days === null : choosesOf(kind) && options.length < 2;

const choosesOf = (kind: QuestionKind): boolean => kind === 'one' || kind === 'several';
