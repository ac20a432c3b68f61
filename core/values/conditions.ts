import type { Condition, ConditionGroup, ConditionTest } from '../model/condition.ts';
import { daysBetween, parsePlainDate } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { dayOfValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';

/** The day on which a condition is asked. */
export const TODAY = 'day.today';

export type ReadPath = (path: string) => Value | undefined;

/** Whether a condition holds. A value that is not there is `empty` and `isNot` anything; every other test of it fails. */
export function holds({ path, test }: Condition, read: ReadPath): boolean {
  const value = read(path);
  switch (test.op) {
    case 'filled':
      return isFilled(value);
    case 'empty':
      return !isFilled(value);
    case 'is':
      return sameAs(value, test.value);
    case 'isNot':
      return !sameAs(value, test.value);
    case 'atLeast':
      return amountOf(value) >= test.value;
    case 'atMost':
      return amountOf(value) <= test.value;
    case 'before':
      return compareDays(value, test.than, read, (a, b) => a < b);
    case 'notBefore':
      return compareDays(value, test.than, read, (a, b) => a >= b);
    case 'within':
      return isWithin(value, test, read);
    default:
      return test satisfies never;
  }
}

/** Whether a group holds; one without conditions always does. */
export const groupHolds = ({ join, conditions }: ConditionGroup, read: ReadPath): boolean =>
  join === 'all'
    ? conditions.every((one) => holds(one, read))
    : conditions.length === 0 || conditions.some((one) => holds(one, read));

/** The paths that a group asks about, the days it compares with among them. */
export const pathsOf = ({ conditions }: ConditionGroup): readonly string[] =>
  conditions.flatMap(({ path, test }) =>
    (test.op === 'before' || test.op === 'notBefore') && !parsePlainDate(test.than)
      ? [path, test.than]
      : [path],
  );

function isFilled(value: Value | undefined): boolean {
  if (!value) return false;
  switch (value.kind) {
    case 'text':
    case 'longText':
    case 'email':
    case 'phone':
      return value.text.trim() !== '';
    case 'names':
      return value.names.length > 0;
    case 'address':
      return value.lines.length > 0;
    case 'yesNo':
    case 'number':
    case 'money':
    case 'date':
    case 'dateTime':
    case 'choice':
    case 'contact':
      return true;
    default:
      return value satisfies never;
  }
}

function sameAs(value: Value | undefined, wanted: string | boolean): boolean {
  switch (value?.kind) {
    case 'yesNo':
      return value.value === wanted;
    case 'choice':
      return value.key === wanted;
    case 'text':
    case 'longText':
    case 'email':
    case 'phone':
      return value.text === wanted;
    case 'contact':
      return value.name === wanted;
    case 'names':
      return value.names.some((name) => name === wanted);
    case 'number':
      return String(value.value) === wanted;
    case 'date':
      return value.date === wanted;
    default:
      return false;
  }
}

/** Where today is not known, no span begins. */
function isWithin(
  value: Value | undefined,
  { fromDays, untilDays }: Extract<ConditionTest, { readonly op: 'within' }>,
  read: ReadPath,
): boolean {
  const [day, today] = [dayOfValue(value), dayOfValue(read(TODAY))];
  if (!day || !today) return false;
  const away = daysBetween(today, day);
  return away >= fromDays && away <= untilDays;
}

/** NaN where there is no amount: every comparison with it fails. */
function amountOf(value: Value | undefined): number {
  if (value?.kind === 'number') return value.value;
  return value?.kind === 'money' ? value.money.amountMinor : Number.NaN;
}

function compareDays(
  value: Value | undefined,
  than: string,
  read: ReadPath,
  compare: (a: PlainDate, b: PlainDate) => boolean,
): boolean {
  const day = dayOfValue(value);
  const other = parsePlainDate(than) ?? dayOfValue(read(than));
  return day !== undefined && other !== undefined && compare(day, other);
}
