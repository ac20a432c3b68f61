import { isWorkingDay, shiftDate, workingDaysBetween } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { CalculatedForm, Operand } from '../model/calculatedForm.ts';
import type { Condition } from '../model/condition.ts';
import type { MatterRecord, Row } from '../model/matter.ts';
import { addDecimals, decimalOf, divideHalfUp, multiply, numberOf, unitsOf } from '../model/decimal.ts';
import type { Decimal } from '../model/decimal.ts';
import { percentageOf, sumMoney } from '../model/money.ts';
import type { Money } from '../model/money.ts';
import { daysBetween } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { dateValue, dayOfValue, moneyValue, numberValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';
import { calculationOrder } from './calculationOrder.ts';
import { groupHolds, holds, TODAY } from './conditions.ts';
import type { ReadPath } from './conditions.ts';

/** What calculated values are worked out from: a matter, on a day. */
export interface CalculationContext {
  readonly record: MatterRecord;
  readonly calendar: WorkingCalendar;
  readonly today: PlainDate;
}

/** Works out every calculated value of a matter; what lacks an input is left out rather than guessed. */
export function calculate(context: CalculationContext): ReadonlyMap<string, Value> {
  const order = calculationOrder(context.record.type.calculated);
  const results = new Map<string, Value>();
  if (!order.ok) return results;
  const read = inputReader(context, results);
  for (const { key, form } of order.value) {
    const value = evaluate(form, context, read);
    if (value) results.set(key, value);
  }
  return results;
}

/** Reads what forms may build on: facts, key dates, the day, and what was calculated before. */
export function inputReader(
  { record, today }: CalculationContext,
  results: ReadonlyMap<string, Value>,
): ReadPath {
  return (path) => {
    if (path === TODAY) return dateValue(today);
    const [source = '', key = ''] = path.split('.', 2);
    if (source === 'calculated') return results.get(key);
    if (source === 'fact') return Object.hasOwn(record.facts, key) ? record.facts[key] : undefined;
    const date = source === 'date' && Object.hasOwn(record.dates, key) ? record.dates[key] : undefined;
    return date && dateValue(date);
  };
}

/** The rows of a table that count; a condition speaks of its row as `row.` and of the rest of the record by path. */
export function rowsThatCount(
  record: MatterRecord,
  table: string,
  when: Condition | undefined,
  read: ReadPath,
): readonly Row[] {
  const rows = record.tables[table] ?? [];
  if (!when) return rows;
  return rows.filter((row) =>
    holds(when, (path) => (path.startsWith('row.') ? row[path.slice(4)] : read(path))),
  );
}

export function evaluate(
  form: CalculatedForm,
  context: CalculationContext,
  read: ReadPath,
): Value | undefined {
  const { record, calendar } = context;
  switch (form.kind) {
    case 'dateFromDate': {
      const from = dayOfValue(read(form.from));
      const to = from && shiftDate(calendar, from, form.shift);
      return to && dateValue(to);
    }
    case 'daysBetween':
      return countDays(form, calendar, read);
    case 'total':
      return totalOf(columnOf(record, form, read), record.type.currency);
    case 'count':
      return numberValue(rowsThatCount(record, form.table, form.when, read).length);
    case 'extreme':
      return extremeOf(columnOf(record, form, read), form.which);
    case 'percentage':
      return percentOf(read(form.of), form.basisPoints);
    case 'share':
      return shareOf(read(form.part), read(form.whole), form.places);
    case 'sum':
      return sumOf(form.plus.map(read), form.minus.map(read), record.type.currency);
    case 'choose': {
      const chosen = form.cases.find(({ when }) => groupHolds(when, read))?.take ?? form.otherwise;
      return operandValue(chosen, read);
    }
    default:
      return form satisfies never;
  }
}

const columnOf = (
  record: MatterRecord,
  { table, column, when }: { readonly table: string; readonly column: string; readonly when?: Condition },
  read: ReadPath,
): readonly (Value | undefined)[] => rowsThatCount(record, table, when, read).map((row) => row[column]);

const operandValue = (operand: Operand | undefined, read: ReadPath): Value | undefined =>
  operand && ('path' in operand ? read(operand.path) : operand.value);

function countDays(
  { from, to, unit, countsDay }: CalculatedForm & { readonly kind: 'daysBetween' },
  calendar: WorkingCalendar,
  read: ReadPath,
): Value | undefined {
  const [first, last] = [dayOfValue(read(from)), dayOfValue(read(to))];
  if (!first || !last) return undefined;
  if (last < first)
    return negated(
      countDays({ kind: 'daysBetween', from: to, to: from, unit, ...counting(countsDay) }, calendar, read),
    );
  const days = unit === 'days' ? daysBetween(first, last) : workingDaysBetween(calendar, first, last);
  const firstCounts = countsDay === true && (unit === 'days' || isWorkingDay(calendar, first));
  return numberValue(firstCounts ? days + 1 : days);
}

const counting = (countsDay: true | undefined) => (countsDay ? { countsDay } : {});
const negated = (value: Value | undefined): Value | undefined =>
  value?.kind === 'number' ? numberValue(-value.value) : undefined;

const amountsOf = (values: readonly (Value | undefined)[]): readonly Money[] =>
  values.flatMap((value) => (value?.kind === 'money' ? [value.money] : []));
const numbersOf = (values: readonly (Value | undefined)[]): readonly number[] =>
  values.flatMap((value) => (value?.kind === 'number' ? [value.value] : []));

/** Money columns add to money, number columns to a number; a table without rows has no total to speak of. */
function totalOf(values: readonly (Value | undefined)[], currency: string): Value | undefined {
  const amounts = amountsOf(values);
  if (amounts.length > 0) return amountValue(sumMoney(amounts, currency));
  const numbers = numbersOf(values);
  return numbers.length > 0 ? addExactly(numbers) : undefined;
}

/** More places than people type. */
const NUMBER_PLACES = 6;

/** Sums decimals as they are written: 0.1 + 0.2 is 0.3. */
const addExactly = (numbers: readonly number[]): Value | undefined =>
  exactNumber(addDecimals(numbers.flatMap((one) => decimalOf(one) ?? [])));

/** Beyond what is exact there is no value: a sum that is nearly right is wrong. */
function exactNumber(value: Decimal): Value | undefined {
  const number = numberOf(value);
  return Math.abs(number) <= Number.MAX_SAFE_INTEGER ? numberValue(number) : undefined;
}

const amountValue = (amount: Money | undefined): Value | undefined => amount && moneyValue(amount);

function extremeOf(values: readonly (Value | undefined)[], which: 'smallest' | 'largest'): Value | undefined {
  const sign = which === 'smallest' ? 1 : -1;
  return values.reduce<Value | undefined>((best, value) => {
    if (!value) return best;
    return !best || sign * compareValues(value, best) < 0 ? value : best;
  }, undefined);
}

/** Orders values of one kind; values of different kinds are alike, so that the first stays. */
function compareValues(a: Value, b: Value): number {
  if (a.kind === 'money' && b.kind === 'money') return a.money.amountMinor - b.money.amountMinor;
  if (a.kind === 'number' && b.kind === 'number') return a.value - b.value;
  const [day, other] = [dayOfValue(a), dayOfValue(b)];
  if (day && other && day !== other) return day < other ? -1 : 1;
  return 0;
}

function percentOf(of: Value | undefined, basisPoints: number): Value | undefined {
  if (of?.kind === 'money') return amountValue(percentageOf(of.money, basisPoints));
  const exact = of?.kind === 'number' ? decimalOf(of.value) : undefined;
  if (!exact) return undefined;
  const percent = multiply(exact, { unscaled: BigInt(basisPoints), scale: 4 });
  return exactNumber({ unscaled: unitsOf(percent, NUMBER_PLACES), scale: NUMBER_PLACES });
}

function shareOf(part: Value | undefined, whole: Value | undefined, places: number): Value | undefined {
  const [numerator, denominator] = [amountOrNumber(part), amountOrNumber(whole)];
  if (!numerator || !denominator || denominator.unscaled === 0n || part?.kind !== whole?.kind)
    return undefined;
  const scale = Math.max(numerator.scale, denominator.scale);
  const hundredfold = unitsOf(numerator, scale) * 10n ** BigInt(places + 2);
  const value = numberOf({ unscaled: divideHalfUp(hundredfold, unitsOf(denominator, scale)), scale: places });
  return { kind: 'number', value, percent: true };
}

const amountOrNumber = (value: Value | undefined): Decimal | undefined => {
  if (value?.kind === 'money') return decimalOf(value.money.amountMinor);
  return value?.kind === 'number' ? decimalOf(value.value) : undefined;
};

function sumOf(
  plus: readonly (Value | undefined)[],
  minus: readonly (Value | undefined)[],
  currency: string,
): Value | undefined {
  const [added, taken] = [amountsOf(plus), amountsOf(minus)];
  if (added.length + taken.length > 0) {
    const negated = taken.map((amount) => ({ ...amount, amountMinor: -amount.amountMinor }));
    return amountValue(sumMoney([...added, ...negated], currency));
  }
  const [more, less] = [numbersOf(plus), numbersOf(minus)];
  return more.length + less.length > 0 ? addExactly([...more, ...less.map((n) => -n)]) : undefined;
}
