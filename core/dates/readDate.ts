import type { DateShift } from '../model/calculatedForm.ts';
import { addDays, addMonths, dayParts, daysInMonth, parsePlainDate, plainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { findDates, nextWeekday } from './findDates.ts';
import { WEEKDAYS } from './formatDate.ts';
import { shiftDate } from './workingDays.ts';
import type { WorkingCalendar } from './workingDays.ts';

/** Longest answer read as a day: longer ones are sentences. */
const MAX_WORDS = 60;
const SHIFT =
  /^(?:in\s+|\+\s*)?(\d{1,4})\s*(working days?|wd|days?|d|weeks?|w|months?|m|years?|y)(?:\s+(?:from now|from today))?$/iu;
const AGO = /^-\s*(\d{1,4})\s*(working days?|wd|days?|d|weeks?|w|months?|m|years?|y)$/iu;
/** Day before month, as everything else here is written. */
const FIGURES = /^(\d{1,2})[./-](\d{1,2})(?:[./-](\d{2}|\d{4}))?$/u;

const UNITS: readonly (readonly [pattern: RegExp, unit: DateShift['unit']])[] = [
  [/^(?:working|wd)/iu, 'workingDays'],
  [/^d/iu, 'days'],
  [/^w/iu, 'weeks'],
  [/^m/iu, 'months'],
  [/^y/iu, 'years'],
];

/**
 * Reads a day as people say it, seen from `today`: `next friday`, `friday`, `tomorrow`, `+10 working days`, `in 2 weeks`,
 * `5 March`, `5.3.`, `end of month`, `2026-03-05`. Undefined where it is none; nothing is guessed.
 */
export function readDate(words: string, today: PlainDate, calendar: WorkingCalendar): PlainDate | undefined {
  const text = words.trim().replace(/\s+/g, ' ').replace(/\.$/, '');
  if (text === '' || text.length > MAX_WORDS) return undefined;
  return (
    parsePlainDate(text) ??
    namedDay(text.toLowerCase(), today) ??
    shifted(text, today, calendar) ??
    inFigures(text, today) ??
    wholeDate(text, today)
  );
}

function namedDay(text: string, today: PlainDate): PlainDate | undefined {
  switch (text) {
    case 'today':
      return today;
    case 'tomorrow':
      return addDays(today, 1);
    case 'yesterday':
      return addDays(today, -1);
    case 'end of month':
    case 'end of the month':
      return endOfMonth(today);
    case 'end of next month':
      return endOfMonth(addMonths(plainDate(dayParts(today).year, dayParts(today).month, 1), 1));
    default:
      return weekdayNamed(text, today);
  }
}

/** `friday`, `next friday`, `on friday`: the first one to come. `friday week` is a week after that. */
function weekdayNamed(text: string, today: PlainDate): PlainDate | undefined {
  const match = /^(?:on |next |this |coming )?([a-z]{3,9})( week)?$/u.exec(text);
  const name = match?.[1] ?? '';
  const number = WEEKDAYS.findIndex((day) => {
    const known = day.toLowerCase();
    return known === name || (name.length < 6 && known.startsWith(name));
  });
  if (!match || number < 0) return undefined;
  const first = nextWeekday(today, number + 1);
  return match[2] === undefined ? first : addDays(first, 7);
}

function endOfMonth(date: PlainDate): PlainDate {
  const { year, month } = dayParts(date);
  return plainDate(year, month, daysInMonth(year, month));
}

function shifted(text: string, today: PlainDate, calendar: WorkingCalendar): PlainDate | undefined {
  const back = AGO.exec(text);
  const match = back ?? SHIFT.exec(text);
  const unit = match && UNITS.find(([pattern]) => pattern.test(match[2] ?? ''))?.[1];
  if (!match || !unit) return undefined;
  return shiftDate(calendar, today, { amount: Number(match[1]) * (back ? -1 : 1), unit });
}

function inFigures(text: string, today: PlainDate): PlainDate | undefined {
  const match = FIGURES.exec(text);
  if (!match) return undefined;
  const { year } = dayParts(today);
  const [day, month] = [Number(match[1]), Number(match[2])];
  const written = match[3] === undefined ? year : Number(match[3].length === 2 ? `20${match[3]}` : match[3]);
  return month >= 1 && month <= 12 && day >= 1 && day <= daysInMonth(written, month)
    ? plainDate(written, month, day)
    : undefined;
}

function wholeDate(text: string, today: PlainDate): PlainDate | undefined {
  const [found] = findDates(text, today);
  return found?.words.length === text.length ? found.date : undefined;
}
