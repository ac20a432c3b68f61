import { findDates } from '../dates/findDates.ts';
import type { FoundDate } from '../dates/findDates.ts';
import { formatDate, weekdayName } from '../dates/formatDate.ts';
import { isWorkingDay } from '../dates/workingDays.ts';
import { weekday } from '../model/plainDate.ts';
import type { CheckInput, Line } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { sentenceAround } from './sentences.ts';

/** What a sentence says of a day still to come. */
const AHEAD =
  /\b(?:will|shall|by|until|till|before|no later than|due|please|expects?|looks? forward|arranged? for|propose|planned|booked|suggest|meet|attend|deadline|expires?|can you|could you|would you|let us)\b/iu;
/** What a sentence says of a day gone by: then the day is meant to lie in the past. */
const BEHIND =
  /\b(?:was|were|went|had|has been|have been|inspected|visited|attended|surveyed|received|sent|wrote|met|agreed|discussed|spoke|dated|thank(?:s| you)|should have|ago|last|since|earlier|previous|lapsed|expired|ended)\b/iu;

/** A day that tells which thing is meant, `the rules of 1 January`, rather than when something is to be. */
const OF_WHICH = /(?<!\bdeadline|\bdate|\bmorning|\bafternoon|\bevening)\s+of\s+(?:the\s+)?$/iu;

/**
 * Days written in the text: a weekday that is not that day's, a day that is spoken of as to come and lies in the past,
 * and one to come on which the practice is closed.
 */
export function checkDaysWritten(input: CheckInput): readonly Note[] {
  return input.lines.flatMap((line) =>
    findDates(line.text, input.today).flatMap((found) => noteOn(found, line, input) ?? []),
  );
}

function noteOn(found: FoundDate, line: Line, { today, calendar }: CheckInput): Note | undefined {
  const { date, words } = found;
  const where = { part: 'body', block: line.block, words } as const;
  const right = weekdayName(date);
  if (found.weekday && found.weekday.number !== weekday(date)) {
    const by = words.replace(found.weekday.words, shaped(right, found.weekday.words));
    return caution('weekdayDisagrees', where, { words, day: formatDate(date, 'long'), weekday: right }, [
      { kind: 'replaceWords', block: line.block, words, by },
    ]);
  }
  const sentence = sentenceAround(line.text, found.at);
  const tellsWhich = OF_WHICH.test(line.text.slice(0, found.at));
  if (tellsWhich || !AHEAD.test(sentence) || BEHIND.test(sentence)) return undefined;
  if (date < today) return caution('dayInPast', where, { words, day: formatDate(date, 'longWeekday') });
  if (isWorkingDay(calendar, date)) return undefined;
  return caution('dayClosed', where, { words, day: formatDate(date, 'longWeekday') });
}

/** A weekday as short as the one it takes the place of: `Thu` for `Wed`. */
const shaped = (name: string, like: string): string =>
  like.length <= 5 && like.length < name.length ? name.slice(0, 3) : name;
