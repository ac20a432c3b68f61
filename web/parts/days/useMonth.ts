import { isWorkingDay } from '../../../core/dates/workingDays.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import type { WeekStart } from '../../ui/Calendar.tsx';
import { today } from '../../words/dates.ts';
import { useCalendar } from '../editor/useMoments.ts';

/** A week begins on the first working day after the practice's longest rest: Monday, where Saturday and Sunday are free. */
export function weekBeginsOn(weekdays: ReadonlySet<number>): WeekStart {
  let best = { day: 1, rest: 0 };
  for (const day of weekdays) {
    let rest = 0;
    while (rest < 7 && !weekdays.has(((day - 2 - rest + 14) % 7) + 1)) rest += 1;
    if (rest > best.rest) best = { day, rest };
  }
  return (best.day % 7) as WeekStart;
}

/** What every calendar of the practice's shows alike. */
export function useMonth() {
  const calendar = useCalendar();
  return {
    today: today(),
    weekBegins: weekBeginsOn(calendar.weekdays),
    isFree: (text: string): boolean => {
      const date = parsePlainDate(text);
      return date !== undefined && !isWorkingDay(calendar, date);
    },
  };
}
