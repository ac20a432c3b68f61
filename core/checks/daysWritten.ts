import { weekdaysLike } from '../dates/dayNames.ts';
import { findDates } from '../dates/findDates.ts';
import type { FoundDate } from '../dates/findDates.ts';
import { formatDate, weekdayName } from '../dates/formatDate.ts';
import { isWorkingDay } from '../dates/workingDays.ts';
import { weekday } from '../model/plainDate.ts';
import type { CheckInput, Line } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { sentenceAround } from './sentences.ts';

/** What a sentence says of something still to be done. */
const AHEAD =
  /\b(?:will|shall|may|must|need|needs|please|kindly|expects?|propose|plan|planned|booked|scheduled|arranged|due|deadline|let (?:me|us)|send|answer|can you|could you|would you|can we|could we|shall we|want|wish|would (?:like|be glad|be grateful)|looks? forward|no later than)\b|['’]ll\b/iu;
/** What a sentence says of a day gone by: then the day is meant to lie in the past. */
const BEHIND =
  /\b(?:was|were|went|had|has been|have been|did|could be|happened|took place|inspected|visited|attended|surveyed|received|sent|wrote|met|agreed|discussed|spoke|failed|paid|dated|thank(?:s| you)|should have|remember|ago|since|earlier|previous|lapsed|expired|ended)\b/iu;
/** Words right before a day up to which something is to be done. */
const UP_TO =
  /(?<!\bup )\b(?:by|before|until|till|no later than|not later than|latest|deadline of|due on|due)\s(?:[\p{L}\p{N}:.]+\s(?:noon|o’clock|am|pm)?\s?on\s|(?:noon|midday)\son\s|(?:end|close) of\s)?(?:the\s)?$/iu;
/** What people do together on a day, or one of them at the other's: then the practice has to be open. */
const MEETS =
  /\b(?:meet|meets|meeting|visit|visits|inspect|attend|come|call|ring|talk|speak|see you|appointment|viewing|site|lift|lifted|sign|check|checks|start|starts|propose|planned|booked|arranged|scheduled|be there|be on board|be with you|tagt)\b/iu;
/** A sentence that says itself that nobody is there. */
const KNOWN_CLOSED = /\b(?:closed|shut|holiday|no one|nobody)\b/iu;
/** What asks for an account of something: `please confirm what happened on 3 November`. */
const ASKS_BACK =
  /\b(?:confirm|tell|say|explain|remember|ask|know|show|describe|check)\b[^.;]{0,30}\b(?:what|how|why|where|whether|that|who|when)\b/iu;

/** A day that tells which thing is meant, `the rules of 1 January`, rather than when something is to be. */
const OF_WHICH =
  /(?<!\bdeadline|\bdate|\bmorning|\bafternoon|\bevening|\bend|\bclose)\s+(?:of|from)\s+(?:the\s+)?$|\b(?:dated|from)\s$/iu;

/**
 * Days written in the text: one that no month has, a weekday that is not that day's, a day that is spoken of as to come and
 * lies in the past, and one to come on which the practice is closed.
 */
export function checkDaysWritten(input: CheckInput): readonly Note[] {
  return input.lines.flatMap((line) =>
    findDates(line.text, input.today).flatMap((found) => noteOn(found, line, input) ?? []),
  );
}

function noteOn(found: FoundDate, line: Line, input: CheckInput): Note | undefined {
  const { words, days } = found;
  const where = { part: 'body', block: line.block, words } as const;
  const [date] = days;
  if (!date) return caution('noSuchDay', where, { words });
  const beside = found.weekday;
  if (beside && !days.some((one) => weekday(one) === beside.number)) {
    const right = weekdayName(date);
    const by = words.replace(
      beside.words,
      shaped(weekdaysLike(beside.words)[weekday(date) - 1] ?? right, beside.words),
    );
    return caution('weekdayDisagrees', where, { words, day: formatDate(date, 'long'), weekday: right }, [
      { kind: 'replaceWords', block: line.block, words, by },
    ]);
  }
  return found.shape === 'words' ? aheadNote(found, line, input) : undefined;
}

/** A day that is spoken of as to come: it should, and the practice should be open on it. */
function aheadNote(
  { at, days: [date], words }: FoundDate,
  line: Line,
  { today, calendar }: CheckInput,
): Note | undefined {
  const sentence = sentenceAround(line.text, at);
  const before = line.text.slice(0, at);
  if (!date || OF_WHICH.test(before) || !AHEAD.test(sentence) || BEHIND.test(sentence)) return undefined;
  const where = { part: 'body', block: line.block, words } as const;
  const day = formatDate(date, 'longWeekday');
  const isLimit = UP_TO.test(before);
  const isPlanned = /\bon\s(?:the\s)?$/iu.test(before) || MEETS.test(sentence);
  if (date < today)
    return isLimit || (isPlanned && !ASKS_BACK.test(sentence))
      ? caution('dayInPast', where, { words, day })
      : undefined;
  if (isLimit || !MEETS.test(sentence) || KNOWN_CLOSED.test(sentence) || isWorkingDay(calendar, date))
    return undefined;
  return caution('dayClosed', where, { words, day });
}

/** A weekday as the one it takes the place of: as short (`Thu` for `Wed`), and with as large a letter. */
function shaped(name: string, like: string): string {
  const short = like.length <= 5 && like.length < name.length ? name.slice(0, 3) : name;
  const first = short.slice(0, 1);
  return `${/^\p{Lu}/u.test(like) ? first.toUpperCase() : first}${short.slice(1)}`;
}
