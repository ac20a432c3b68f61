import { readDay, writeDay } from '../dates.ts';

interface Shown {
  readonly what: string;
  readonly dueOn: string;
  readonly at: string;
  readonly minutes: number;
  readonly place: string;
}

/** `Survey, Thursday 3 December 2026, 10:00 to 11:30, Quay 3`. */
export function appointmentWords({ what, dueOn, at, minutes, place }: Shown): string {
  if (dueOn === '') return what;
  const [hour = 0, minute = 0] = at.split(':').map(Number);
  const end = hour * 60 + minute + minutes;
  const until = `${String(Math.floor(end / 60) % 24).padStart(2, '0')}:${String(end % 60).padStart(2, '0')}`;
  return [what, writeDay(readDay(dueOn), 'longWeekday'), `${at} to ${until}`, place]
    .filter((part) => part !== '')
    .join(', ');
}
