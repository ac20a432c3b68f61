import type { Message } from '../../../contract/messages.ts';
import { oddSendTime } from '../../../core/dates/oddSendTime.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { clock, writeDay } from '../dates.ts';

type WallTime = Message['laterAt'][number];

/** What is odd about a time that was chosen, in words; undefined where nothing is. */
export function oddTimeWords(
  { date: text, hour, minute }: WallTime,
  { timeZone, weekdays, holidays, fromMinute, untilMinute }: Message['hours'],
  nowUtc: number,
): string | undefined {
  const date = parsePlainDate(text);
  if (!date) return undefined;
  const calendar = {
    weekdays: new Set(weekdays),
    holidays: new Set(holidays.flatMap((one) => parsePlainDate(one) ?? [])),
  };
  const odd = oddSendTime({ date, hour, minute }, timeZone, calendar, { fromMinute, untilMinute }, nowUtc);
  const day = writeDay(date, 'longWeekday');
  switch (odd?.kind) {
    case 'past':
      return 'This time has passed.';
    case 'skipped':
      return `The clocks go forward that night: it will be sent at ${clock(odd.instead.hour, odd.instead.minute)}.`;
    case 'closedDay':
      return `${day} is not a working day.`;
    case 'outsideHours':
      return `${clock(hour, minute)} is outside your working hours.`;
    default:
      return undefined;
  }
}
