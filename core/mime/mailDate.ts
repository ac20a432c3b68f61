import { dayNumber, parsePlainDate } from '../model/plainDate.ts';

const NUMERIC =
  /^(?:[A-Za-z]{2,12}\.?,?\s+)?(\d{1,2})([./-])(\d{1,2})\2(\d{4})(?:,?\s+(\d{1,2}):(\d{2})(?::(\d{2}))?)?\s*(?:([+-])(\d{2}):?(\d{2}))?/;
const LETTERED_ZONE =
  /^(?:[A-Za-z]{2,12},?\s+)?(\d{1,2})\s+([A-Za-z]{3})\s+(\d{4})\s+(\d{1,2}):(\d{2})(?::(\d{2}))?\s+(?!(?:GMT|UTC?|[ECMP][SD]T)$)[A-Z]{1,5}$/i;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

const DAY_MS = 86_400_000;
const pad = (text: string): string => text.padStart(2, '0');

/**
 * When a message was sent (milliseconds since 1970-01-01T00:00Z), by a Date header that RFC 5322 doesn't know: a day in
 * figures alone, or a zone by letters that no one can tell, which stands for none (RFC 5322 §4.3). Where both orders of day
 * and month are days, it is the one nearest to `arrivedAtUtc` that isn't after it. Undefined where it is in another form.
 */
export function readOddMailDate(header: string, arrivedAtUtc: number): number | undefined {
  const text = header.replaceAll(/\([^()]*\)/g, ' ').trim();
  const lettered = LETTERED_ZONE.exec(text);
  if (lettered) {
    const [, day = '', month = '', year = '', ...time] = lettered;
    return instantOn(year, String(MONTHS.indexOf(month.toLowerCase()) + 1), day, time);
  }
  const match = NUMERIC.exec(text);
  if (!match) return undefined;
  const [, first = '', , second = '', year = '', ...time] = match;
  const instants = [instantOn(year, second, first, time), instantOn(year, first, second, time)].flatMap(
    (one) => one ?? [],
  );
  const latest = arrivedAtUtc + DAY_MS;
  return instants
    .filter((one) => one <= latest)
    .toSorted((a, b) => Math.abs(arrivedAtUtc - a) - Math.abs(arrivedAtUtc - b))[0];
}

function instantOn(
  year: string,
  month: string,
  day: string,
  [hour = '0', minute = '0', second = '0', sign, zoneHours = '0', zoneMinutes = '0']: readonly (
    string | undefined
  )[],
): number | undefined {
  const date = parsePlainDate(`${year}-${pad(month)}-${pad(day)}`);
  if (!date || Number(hour) > 23 || Number(minute) > 59 || Number(second) > 60) return undefined;
  const seconds = Number(hour) * 3_600 + Number(minute) * 60 + Number(second);
  const offset = (Number(zoneHours) * 60 + Number(zoneMinutes)) * 60 * (sign === '-' ? -1 : 1);
  return dayNumber(date) * DAY_MS + (seconds - offset) * 1_000;
}
