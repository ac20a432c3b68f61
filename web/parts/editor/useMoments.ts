import { readDateTime } from '../../../core/dates/readDateTime.ts';
import type { Looking } from '../../../core/dates/readDate.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { usePracticeQuery } from '../../api/practice.ts';
import { useSessionQuery } from '../../api/session.ts';

const EVERY_WEEKDAY = [1, 2, 3, 4, 5];

/** The practice's working days, as far as they are known yet. */
export function useCalendar() {
  const { data: practice } = usePracticeQuery();
  return {
    weekdays: new Set(practice?.weekdays ?? EVERY_WEEKDAY),
    holidays: new Set((practice?.holidays ?? []).flatMap((day) => parsePlainDate(day) ?? [])),
  };
}

/** Reads a day with its time as people say it, on the practice's clock; empty where it is none, or its time is not said. */
export function useMoments(): (text: string, looking?: Looking) => string {
  const calendar = useCalendar();
  const { data: session } = useSessionQuery();
  const zone = session?.practice.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (text, looking) => {
    const read = readDateTime(text, zonedTime(zone, Date.now()), calendar, looking);
    return read?.time === undefined ? '' : `${read.date} ${read.time}`;
  };
}
