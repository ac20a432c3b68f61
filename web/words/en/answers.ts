import type { AnswerPageView, OfferedView } from '../../../contract/answers.ts';
import { dayOf, exactTime, listDay, readDay, today, writeDay } from '../dates.ts';
import { plural } from './wording.ts';

/** What is said of answers to what a message asked. */
export const say = {
  toTakeOver: 'Answers for the record',
  takeOver: 'Take over',
  leave: 'Leave as it is',
  undo: 'Undo',
  now: 'On the matter',
  answered: 'They answered',
  nothingYet: 'nothing yet',
  aFurtherRow: 'a further row',
  takeOverOf: (place: string) => `Take over: ${place}`,
  leaveOf: (place: string) => `Leave as it is: ${place}`,
  undoOf: (place: string) => `Undo: ${place}`,
  isNow: (place: string, offered: string) => `${place} is now ${offered}.`,
  staysAsItIs: (place: string) => `${place} stays as it is.`,
  byWhom: (who: string, atUtc: number) => `${who}, ${listDay(dayOf(atUtc), today())}`,
  showAnswer: 'Show the answer',
  answerPage: 'Answer page',
  end: 'Take no more answers',
  openAgain: 'Take answers again',
} as const;

/** Where an answer would go, as a label. */
export const placeWords = ({ to, place }: OfferedView): string =>
  to === 'address' ? `Address of ${place}` : to === 'row' ? `${place} (${say.aFurtherRow})` : place;

/** How an answer page stands, in a sentence. */
export function pageWords({ who, state, untilDay, timesAnswered, answeredUtc }: AnswerPageView): string {
  const until = writeDay(readDay(untilDay), 'weekdayDayMonth');
  const times = timesAnswered > 1 ? `, ${plural(timesAnswered, 'time')} in all` : '';
  const answered = answeredUtc === null ? '' : `${who} answered on ${exactTime(answeredUtc)}${times}`;
  switch (state) {
    case 'open':
      return `${who} has not answered yet; answers are taken until ${until}.`;
    case 'mendable':
      return `${answered}; it can be corrected until ${until}.`;
    case 'answered':
      return `${answered}.`;
    case 'over':
      return `${who} did not answer; answers were taken until ${until}.`;
    case 'withdrawn':
      return answered === ''
        ? `No answers are taken any more; ${who} had not answered.`
        : `${answered}; no more answers are taken.`;
    default:
      return state satisfies never;
  }
}
