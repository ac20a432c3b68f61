import { parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';

/** What the wall clock of a zone shows at an instant. */
export interface ZonedTime {
  readonly date: PlainDate;
  /** 0–23 */
  readonly hour: number;
  readonly minute: number;
}

const formatters = new Map<string, Intl.DateTimeFormat>();

function formatterFor(zone: string): Intl.DateTimeFormat {
  const known = formatters.get(zone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  });
  formatters.set(zone, made);
  return made;
}

/** Reads an instant (milliseconds since 1970-01-01T00:00Z) on a zone's wall clock. Throws RangeError for no such zone. */
export function zonedTime(zone: string, epochMs: number): ZonedTime {
  const parts = new Map(
    formatterFor(zone)
      .formatToParts(epochMs)
      .map((part) => [part.type, part.value]),
  );
  const date = parsePlainDate(
    `${parts.get('year')?.padStart(4, '0')}-${parts.get('month')}-${parts.get('day')}`,
  );
  if (!date) throw new RangeError(`instant out of range: ${epochMs}`);
  return { date, hour: Number(parts.get('hour')), minute: Number(parts.get('minute')) };
}
