import { dayNumber, FIRST_DAY, LAST_DAY, parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';

/** What the wall clock of a zone shows at an instant. */
export interface ZonedTime {
  readonly date: PlainDate;
  /** 0–23 */
  readonly hour: number;
  readonly minute: number;
}

const DAY_MS = 86_400_000;

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

/** A day within the days there are, so that the wall clock of every zone shows one of them. */
const FIRST_INSTANT = dayNumber(FIRST_DAY) * DAY_MS + DAY_MS;
const LAST_INSTANT = dayNumber(LAST_DAY) * DAY_MS;

/**
 * Reads an instant (milliseconds since 1970-01-01T00:00Z) on a zone's wall clock. One outside the days there are is shown
 * as the first or the last of them: what stands somewhere can always be shown. Throws RangeError for no such zone.
 */
export function zonedTime(zone: string, epochMs: number): ZonedTime {
  const within = Math.min(LAST_INSTANT, Math.max(FIRST_INSTANT, epochMs)) || 0;
  const parts = new Map(
    formatterFor(zone)
      .formatToParts(within)
      .map((part) => [part.type, part.value]),
  );
  const date = parsePlainDate(
    `${parts.get('year')?.padStart(4, '0')}-${parts.get('month')}-${parts.get('day')}`,
  );
  if (!date) throw new RangeError(`no day at ${within}`);
  return { date, hour: Number(parts.get('hour')), minute: Number(parts.get('minute')) };
}

/** Whether there is a zone of this name (IANA). */
export function isTimeZone(zone: string): boolean {
  try {
    formatterFor(zone);
    return true;
  } catch {
    return false;
  }
}

/** A wall clock’s reading as if it were UTC, for reckoning with. */
const asUtc = ({ date, hour, minute }: ZonedTime): number =>
  dayNumber(date) * DAY_MS + (hour * 60 + minute) * 60_000;

/** By how much a zone’s wall clock is ahead of UTC at an instant, in milliseconds. */
const offsetAt = (zone: string, epochMs: number): number =>
  asUtc(zonedTime(zone, epochMs)) - Math.floor(epochMs / 60_000) * 60_000;

/**
 * The instant at which a zone’s wall clock shows a time. Where the clock is put back and shows it twice, the first; where
 * it is put forward and never shows it, as much later as the clock was moved.
 */
export function zonedInstant(zone: string, wall: ZonedTime): number {
  const local = asUtc(wall);
  const [before, after] = [offsetAt(zone, local - DAY_MS), offsetAt(zone, local + DAY_MS)];
  const shown = [before, after]
    .map((offset) => local - offset)
    .find((at) => asUtc(zonedTime(zone, at)) === local);
  return shown ?? local - before;
}

/** When a day begins in a zone. */
export const startOfDay = (zone: string, date: PlainDate): number =>
  zonedInstant(zone, { date, hour: 0, minute: 0 });
