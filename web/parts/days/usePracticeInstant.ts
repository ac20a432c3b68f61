import { zonedInstant } from '../../../core/dates/zonedClock.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { useSessionQuery } from '../../api/session.ts';

/** Tells when the practice's clock shows a moment written `2026-03-05 14:30`, in milliseconds since 1970; undefined where it is none. */
export function usePracticeInstant(): (moment: string) => number | undefined {
  const { data: session } = useSessionQuery();
  const zone = session?.practice.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (moment) => {
    const date = parsePlainDate(moment.slice(0, 10));
    const [hour, minute] = moment.slice(11).split(':').map(Number);
    return date && hour !== undefined && minute !== undefined
      ? zonedInstant(zone, { date, hour, minute })
      : undefined;
  };
}
