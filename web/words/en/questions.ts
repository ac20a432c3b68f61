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
  atHour: 'At, on the practice’s clock (empty for the day alone)',
  recordHas: 'What the record has is shown with it',
  recordShowsNothing: 'nothing is shown',
  filedUnder: 'The files are filed under',
  usualCategory: 'Received',
  aRowOf: (table: string, column: string) => `${table}: a further row, ${column}`,
  change: 'Change',
  done: 'Done',
  remove: 'Remove',
  removeDay: (day: string) => `Remove: ${day}`,
  anotherDay: 'Another day',
  addTheDay: 'Add the day',
  answers: 'Answers',
  answersTaken: 'Answers are taken for (working days from sending)',
  mayCorrect: 'Answers can be corrected until then',
} as const;
