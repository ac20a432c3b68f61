import { addDays, weekday } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';

/** The Monday of a day's week (ISO 8601). */
export const weekOf = (day: PlainDate): PlainDate => addDays(day, 1 - weekday(day));

/** The Mondays of every week that has a day within a span, in order. */
export function weeksWithin(from: PlainDate, until: PlainDate): readonly PlainDate[] {
  const weeks: PlainDate[] = [];
  for (let week = weekOf(from); week <= until; week = addDays(week, 7)) weeks.push(week);
  return weeks;
}
