import { shiftDate } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { CalculatedForm, RowCondition } from '../model/calculatedForm.ts';
import type { CalculatedDefinition, MatterRecord, Row } from '../model/matter.ts';
import { percentageOf, sumMoney } from '../model/money.ts';
import type { Money } from '../model/money.ts';
import { fail, succeed } from '../model/problem.ts';
import type { Problem, Result } from '../model/problem.ts';
import { dateValue, moneyValue, numberValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';

const CALCULATED = 'calculated.';

/** The paths a form reads, in the order a person would name them. */
export function inputsOf(form: CalculatedForm): readonly string[] {
  switch (form.kind) {
    case 'dateFromDate':
      return [form.from];
    case 'percentage':
      return [form.of];
    case 'sum':
      return [...form.plus, ...form.minus];
    case 'total':
    case 'count':
      return [];
    default:
      return form satisfies never;
  }
}

export type CircleProblem = Problem<'calculatedCircle'>;

/**
 * Puts calculated values in the order in which each finds its inputs ready. A circle is refused with the path that
 * makes it: `a → b → a`.
 */
export function calculationOrder(
  definitions: readonly CalculatedDefinition[],
): Result<readonly CalculatedDefinition[], CircleProblem> {
  const byKey = new Map(definitions.map((definition) => [definition.key, definition]));
  const done = new Set<string>();
  const ordered: CalculatedDefinition[] = [];

  const visit = (key: string, trail: readonly string[]): readonly string[] | undefined => {
    const definition = byKey.get(key);
    if (!definition || done.has(key)) return undefined;
    if (trail.includes(key)) return [...trail.slice(trail.indexOf(key)), key];
    for (const input of inputsOf(definition.form)) {
      if (!input.startsWith(CALCULATED)) continue;
      const circle = visit(input.slice(CALCULATED.length), [...trail, key]);
      if (circle) return circle;
    }
    done.add(key);
    ordered.push(definition);
    return undefined;
  };

  for (const { key } of definitions) {
    const circle = visit(key, []);
    if (circle) return fail({ code: 'calculatedCircle', where: key, params: { path: circle.join(' → ') } });
  }
  return succeed(ordered);
}

/** Works out every calculated value of a matter; what lacks an input is left out rather than guessed. */
export function calculate(record: MatterRecord, calendar: WorkingCalendar): ReadonlyMap<string, Value> {
  const order = calculationOrder(record.type.calculated);
  const results = new Map<string, Value>();
  if (!order.ok) return results;
  const read = (path: string): Value | undefined => readInput(record, results, path);
  for (const { key, form } of order.value) {
    const value = evaluate(form, record, calendar, read);
    if (value) results.set(key, value);
  }
  return results;
}

function readInput(
  record: MatterRecord,
  results: ReadonlyMap<string, Value>,
  path: string,
): Value | undefined {
  const [source = '', key = ''] = path.split('.', 2);
  if (source === 'calculated') return results.get(key);
  if (source === 'fact') return record.facts[key];
  const date = source === 'date' ? record.dates[key] : undefined;
  return date && dateValue(date);
}

const matches = (row: Row, { column, is }: RowCondition): boolean => {
  const value = row[column];
  if (value?.kind === 'yesNo') return value.value === is;
  if (value?.kind === 'choice') return value.key === is;
  return value?.kind === 'text' && value.text === is;
};

const rowsOf = (record: MatterRecord, table: string, when: RowCondition | undefined): readonly Row[] =>
  (record.tables[table] ?? []).filter((row) => !when || matches(row, when));

const amountsOf = (values: readonly (Value | undefined)[]): readonly Money[] =>
  values.flatMap((value) => (value?.kind === 'money' ? [value.money] : []));

function evaluate(
  form: CalculatedForm,
  record: MatterRecord,
  calendar: WorkingCalendar,
  read: (path: string) => Value | undefined,
): Value | undefined {
  switch (form.kind) {
    case 'dateFromDate': {
      const from = read(form.from);
      return from?.kind === 'date' ? dateValue(shiftDate(calendar, from.date, form.shift)) : undefined;
    }
    case 'total':
      return totalOf(
        rowsOf(record, form.table, form.when).map((row) => row[form.column]),
        record.type.currency,
      );
    case 'count':
      return numberValue(rowsOf(record, form.table, form.when).length);
    case 'percentage': {
      const of = read(form.of);
      return of?.kind === 'money' ? moneyValue(percentageOf(of.money, form.basisPoints)) : undefined;
    }
    case 'sum': {
      const plus = amountsOf(form.plus.map(read));
      const minus = amountsOf(form.minus.map(read));
      if (plus.length + minus.length === 0) return undefined;
      const taken = minus.map((amount) => ({ ...amount, amountMinor: -amount.amountMinor }));
      return moneyValue(sumMoney([...plus, ...taken], record.type.currency));
    }
    default:
      return form satisfies never;
  }
}

/** Money columns add to money, number columns to a number; a table without rows has no total to speak of. */
function totalOf(values: readonly (Value | undefined)[], currency: string): Value | undefined {
  const amounts = amountsOf(values);
  if (amounts.length > 0) return moneyValue(sumMoney(amounts, currency));
  const numbers = values.flatMap((value) => (value?.kind === 'number' ? [value.value] : []));
  return numbers.length > 0 ? numberValue(numbers.reduce((sum, n) => sum + n, 0)) : undefined;
}
