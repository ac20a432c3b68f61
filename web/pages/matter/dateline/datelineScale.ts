import type { MatterDetail } from '../../../../contract/matters.ts';
import { formatDate } from '../../../../core/dates/formatDate.ts';
import { addDays, addMonths, dayParts, daysBetween, plainDate } from '../../../../core/model/plainDate.ts';
import type { PlainDate } from '../../../../core/model/plainDate.ts';
import { readDay, writeDay } from '../../../words/dates.ts';
import { leftWords, nearness } from '../../../words/en/matterDates.ts';

export type DatelineData = MatterDetail['dateline'];

/** Dates further ahead than this would squeeze everything that is near. */
const LONGEST_AHEAD_DAYS = 240;
const SHORTEST_AHEAD_DAYS = 21;
/** What is older is no part of what goes on. */
const LONGEST_BACK_DAYS = 3_650;
/** A label's width by its letters, close enough to keep labels apart. */
const LETTER_WIDTH = 6.2;

export interface Scale {
  readonly from: PlainDate;
  readonly to: PlainDate;
  readonly x: (date: PlainDate) => number;
}

/** Lays time along a line: from the first letter to what is near ahead, today always on it. */
export function scaleOf({ today, ticks, keyDates }: DatelineData, width: number): Scale {
  const now = readDay(today);
  const days = [
    ...ticks.map(({ date }) => readDay(date)),
    ...keyDates.map(({ date }) => readDay(date)),
  ].sort();
  const ahead = days.filter((date) => daysBetween(now, date) <= LONGEST_AHEAD_DAYS).at(-1) ?? now;
  const soonest = addDays(now, SHORTEST_AHEAD_DAYS);
  const first = days.find((date) => daysBetween(date, now) <= LONGEST_BACK_DAYS);
  const from = addDays(first !== undefined && first < now ? first : addDays(now, -30), -6);
  const to = addDays(ahead > soonest ? ahead : soonest, 10);
  const span = daysBetween(from, to);
  return { from, to, x: (date) => (daysBetween(from, date) / span) * width };
}

/** Where months begin, thinned to quarters or years where they would crowd. */
export function monthsOf({
  from,
  to,
  x,
}: Scale): readonly { readonly date: PlainDate; readonly label: string }[] {
  const { year, month } = dayParts(from);
  const months: PlainDate[] = [];
  for (let first = addMonths(plainDate(year, month, 1), 1); first < to; first = addMonths(first, 1))
    months.push(first);
  const [one, two] = months;
  const apart = one && two ? x(two) - x(one) : 34;
  const step = apart >= 34 ? 1 : apart >= 12 ? 3 : 12;
  return months.flatMap((date) => {
    const parts = dayParts(date);
    if ((parts.month - 1) % step !== 0) return [];
    const name = formatDate(date, 'short').split(' ')[1] ?? '';
    return [{ date, label: parts.month === 1 ? String(parts.year) : name }];
  });
}

/** Half of the word for today, under its line. */
const TODAY_HALF = 18;

/** Where a month's name would begin, beside its mark; undefined where it would touch the word for today or leave the line. */
export function monthNameAt(
  { date, label }: { readonly date: PlainDate; readonly label: string },
  { x }: Scale,
  today: PlainDate,
  width: number,
): number | undefined {
  const [from, until] = [x(date) + 4, x(date) + 4 + label.length * LETTER_WIDTH];
  const touches = until > x(today) - TODAY_HALF && from < x(today) + TODAY_HALF;
  return touches || until > width ? undefined : from;
}

export type Shown = DatelineData['keyDates'][number] & { readonly day: PlainDate };

/** Puts labels over their dates, in a second row where they would touch; where neither has room the date keeps its title. */
export function placeLabels(shown: readonly Shown[], today: string, scale: Scale, width: number) {
  const ends = [-Infinity, -Infinity];
  return [...shown]
    .sort((a, b) => (a.day < b.day ? -1 : 1))
    .map((keyDate) => {
      const left = leftWords(keyDate, today);
      const words = left === '' ? keyDate.label : `${keyDate.label} · ${left}`;
      const half = (words.length * LETTER_WIDTH) / 2;
      const x = scale.x(keyDate.day);
      const textX = Math.max(half, Math.min(width - half, x));
      const row = ends.findIndex((end) => textX - half > end + 8);
      if (row >= 0) ends[row] = textX + half;
      return {
        key: keyDate.label,
        label: row < 0 ? '' : words,
        title: `${keyDate.label}: ${writeDay(keyDate.day, 'longWeekday')}`,
        x,
        textX,
        row,
        state: nearness(keyDate, today),
      };
    });
}
