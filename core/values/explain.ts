import { isWorkingDay, shiftDate } from '../dates/workingDays.ts';
import type { WorkingCalendar } from '../dates/workingDays.ts';
import type { CalculatedForm, DateShift } from '../model/calculatedForm.ts';
import type { CalculatedDefinition, MatterType } from '../model/matter.ts';
import { addDays, daysBetween, weekday } from '../model/plainDate.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { dayOfValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';
import { calculate, inputReader, rowsThatCount } from './calculate.ts';
import type { CalculationContext } from './calculate.ts';
import { calculationOrder, inputsOf } from './calculationOrder.ts';
import { groupHolds } from './conditions.ts';
import type { ReadPath } from './conditions.ts';

/** What a value was worked out from, and what came of it. Undefined values are what the record lacks. */
export interface ExplainedInput {
  readonly path: string;
  readonly label: string;
  readonly value: Value | undefined;
}

/** How one calculated value comes about on a matter: its form, each input, and what happened on the way. */
export interface Explanation {
  readonly key: string;
  readonly label: string;
  readonly form: CalculatedForm;
  readonly value: Value | undefined;
  readonly inputs: readonly ExplainedInput[];
  /** Of a table: how many rows counted, of how many. */
  readonly rows?: { readonly counted: number; readonly of: number };
  /** Of a date: the holidays that were passed over, and the day before it was rolled to a working one. */
  readonly holidays?: readonly PlainDate[];
  readonly rolledFrom?: PlainDate;
  /** Of a choice: which case held, counted from 0; -1 where none did. */
  readonly chosen?: number;
}

/** Explains every calculated value of a matter, in the order in which each finds its inputs ready. */
export function explain(context: CalculationContext): readonly Explanation[] {
  const { type } = context.record;
  const order = calculationOrder(type.calculated);
  if (!order.ok) return [];
  const values = calculate(context);
  const read = inputReader(context, values);
  return order.value.map((definition) => explainOne(definition, values.get(definition.key), context, read));
}

function explainOne(
  { key, label, form }: CalculatedDefinition,
  value: Value | undefined,
  context: CalculationContext,
  read: ReadPath,
): Explanation {
  const { type } = context.record;
  const inputs = [...new Set(inputsOf(form))].map((path) => ({
    path,
    label: labelOfInput(type, path),
    value: read(path),
  }));
  return { key, label, form, value, inputs, ...onTheWay(form, context, read) };
}

function onTheWay(
  form: CalculatedForm,
  { record, calendar }: CalculationContext,
  read: ReadPath,
): Partial<Explanation> {
  switch (form.kind) {
    case 'dateFromDate': {
      const from = dayOfValue(read(form.from));
      return from ? dateSteps(from, form.shift, calendar) : {};
    }
    case 'total':
    case 'count':
    case 'extreme':
      return {
        rows: {
          counted: rowsThatCount(record, form.table, form.when, read).length,
          of: record.tables[form.table]?.length ?? 0,
        },
      };
    case 'choose':
      return { chosen: form.cases.findIndex(({ when }) => groupHolds(when, read)) };
    case 'daysBetween':
    case 'percentage':
    case 'share':
    case 'sum':
      return {};
    default:
      return form satisfies never;
  }
}

/** Holidays are named only where they lie on a day that would be worked, for only those change anything. */
function dateSteps(from: PlainDate, shift: DateShift, calendar: WorkingCalendar): Partial<Explanation> {
  const to = shiftDate(calendar, from, shift);
  const { roll: _roll, ...unrolled } = shift;
  const before = shiftDate(calendar, from, unrolled);
  const passed = shift.unit === 'workingDays' && to ? holidaysBetween(from, to, calendar) : [];
  return {
    ...(passed.length > 0 ? { holidays: passed } : {}),
    ...(before === to || !before ? {} : { rolledFrom: before }),
  };
}

/** Longest stretch looked through for holidays to name: beyond two years nobody reads the list. */
const MAX_NAMED_DAYS = 750;

function holidaysBetween(from: PlainDate, to: PlainDate, calendar: WorkingCalendar): readonly PlainDate[] {
  const [first, last] = from < to ? [from, to] : [to, from];
  const days = Math.min(MAX_NAMED_DAYS, daysBetween(first, last));
  return Array.from({ length: days + 1 }, (_, n) => addDays(first, n)).filter(
    (day) => !isWorkingDay(calendar, day) && calendar.weekdays.has(weekday(day)),
  );
}

/** What people call an input of a form. */
export function labelOfInput(type: MatterType, path: string): string {
  if (path === 'day.today') return 'Today';
  const [source = '', key = ''] = path.split('.', 2);
  const among =
    source === 'fact'
      ? type.facts
      : source === 'date'
        ? type.keyDates
        : source === 'calculated'
          ? type.calculated
          : [];
  return among.find((known) => known.key === key)?.label ?? 'something that is no longer there';
}
