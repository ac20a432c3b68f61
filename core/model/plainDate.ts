import type { Brand } from './brand.ts';

/** A day of the proleptic Gregorian calendar, written `YYYY-MM-DD` (ISO 8601), years 0001–9999, without a zone. */
export type PlainDate = Brand<string, 'PlainDate'>;

export interface DayParts {
  readonly year: number;
  /** 1–12 */
  readonly month: number;
  /** 1–31 */
  readonly day: number;
}

const SHAPE = /^(\d{4})-(\d{2})-(\d{2})$/;

const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

/** Days in a month; `month` is 1–12. */
export function daysInMonth(year: number, month: number): number {
  if (month === 2) return isLeap(year) ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

const pad = (value: number, width: number): string => String(value).padStart(width, '0');

/** Reads `YYYY-MM-DD`; undefined for any other shape and for days that do not exist (2026-02-30). */
export function parsePlainDate(text: string): PlainDate | undefined {
  const match = SHAPE.exec(text);
  if (!match) return undefined;
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])];
  if (year < 1 || month < 1 || month > 12 || day < 1 || day > daysInMonth(year, month)) return undefined;
  return text as PlainDate;
}

/** Makes a date of parts that are known to be right; throws where they are not, since that is a broken invariant. */
export function plainDate(year: number, month: number, day: number): PlainDate {
  const made = parsePlainDate(`${pad(year, 4)}-${pad(month, 2)}-${pad(day, 2)}`);
  if (!made) throw new RangeError(`no such day: ${year}-${month}-${day}`);
  return made;
}

export function dayParts(date: PlainDate): DayParts {
  return { year: Number(date.slice(0, 4)), month: Number(date.slice(5, 7)), day: Number(date.slice(8, 10)) };
}

/**
 * Days since 1970-01-01 (negative before). Howard Hinnant's `days_from_civil`: exact integers, and no `Date` object,
 * whose local time would let a daylight-saving night move a day.
 */
export function dayNumber(date: PlainDate): number {
  const { year, month, day } = dayParts(date);
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146_097 + dayOfEra - 719_468;
}

/** The inverse of {@link dayNumber}. */
export function fromDayNumber(days: number): PlainDate {
  const z = days + 719_468;
  const era = Math.floor(z / 146_097);
  const dayOfEra = z - era * 146_097;
  const yearOfEra = Math.floor(
    (dayOfEra -
      Math.floor(dayOfEra / 1460) +
      Math.floor(dayOfEra / 36_524) -
      Math.floor(dayOfEra / 146_096)) /
      365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const mp = Math.floor((5 * dayOfYear + 2) / 153);
  const month = mp < 10 ? mp + 3 : mp - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  return plainDate(year, month, dayOfYear - Math.floor((153 * mp + 2) / 5) + 1);
}

/** The first and the last day there are here. */
export const FIRST_DAY = '0001-01-01' as PlainDate;
export const LAST_DAY = '9999-12-31' as PlainDate;
const FIRST_NUMBER = dayNumber(FIRST_DAY);
const LAST_NUMBER = dayNumber(LAST_DAY);

/** The day of a number, or undefined before the first and after the last. */
export const dayAt = (number: number): PlainDate | undefined =>
  number >= FIRST_NUMBER && number <= LAST_NUMBER ? fromDayNumber(number) : undefined;

/** Days on; stops at the first and at the last day there are, so that what only shows or scans never fails. */
export const addDays = (date: PlainDate, days: number): PlainDate =>
  fromDayNumber(Math.min(LAST_NUMBER, Math.max(FIRST_NUMBER, dayNumber(date) + days)));

/** Whole days from `from` to `to`; negative where `to` comes first. */
export const daysBetween = (from: PlainDate, to: PlainDate): number => dayNumber(to) - dayNumber(from);

/** Months clamp to the month's end: 31 January + 1 month is 28 or 29 February. Undefined outside the days there are. */
export function monthsOn(date: PlainDate, months: number): PlainDate | undefined {
  const { year, month, day } = dayParts(date);
  const total = year * 12 + (month - 1) + months;
  const newYear = Math.floor(total / 12);
  const newMonth = total - newYear * 12 + 1;
  if (newYear < 1 || newYear > 9999) return undefined;
  return plainDate(newYear, newMonth, Math.min(day, daysInMonth(newYear, newMonth)));
}

/** As {@link monthsOn}, stopping at the first and at the last day there are. */
export const addMonths = (date: PlainDate, months: number): PlainDate =>
  monthsOn(date, months) ?? (months < 0 ? FIRST_DAY : LAST_DAY);

/** 1 Monday … 7 Sunday (ISO 8601). */
export function weekday(date: PlainDate): number {
  return ((((dayNumber(date) + 3) % 7) + 7) % 7) + 1;
}
