import type { QuestionKind } from '../../../core/template/question.ts';

/** How a question is answered. */
export const KINDS: Readonly<Record<QuestionKind, string>> = {
  yesNo: 'yes or no',
  one: 'one of a list',
  several: 'several of a list',
  day: 'one of several days',
  number: 'a number',
  amount: 'an amount',
  words: 'a few words',
  address: 'a postal address',
  files: 'files',
  consent: 'a name, as consent',
};

export const say = {
  whatIsAsked: 'What is asked',
  answeredBy: 'Answered by',
  choices: 'To choose from, apart by semicolons',
  daysOffered: 'Days offered',
  firstAfter: 'The first, in working days from writing',
  answerMayGoTo: 'The answer may go to',
  nowhere: 'nowhere, it is filed alone',
  mustBeAnswered: 'Must be answered',
} as const;
