import type { MatterRecordView } from '../../../contract/matterTypes.ts';
import { WEEKDAYS } from '../../../core/dates/formatDate.ts';
import { plural } from './wording.ts';
import { readDay, writeDay } from '../dates.ts';

type Step = MatterRecordView['calculated'][number];
type Shift = Extract<Step['form'], { kind: 'dateFromDate' }>['shift'];

const UNIT_WORDS: Readonly<Record<Shift['unit'], string>> = {
  days: 'day',
  workingDays: 'working day',
  weeks: 'week',
  months: 'month',
  years: 'year',
};

/** `5 working days after`, `3 months before`, `6 months after, then the end of that month`. */
export function shiftWords({ amount, unit, end, weekday, roll, countsDay }: Shift): string {
  const far = plural(Math.abs(amount), UNIT_WORDS[unit]);
  const counted = countsDay ? ', the day itself counted' : '';
  const rolled = roll ? `, then the ${roll === 'next' ? 'next' : 'last'} working day` : '';
  const ended = end ? `, then the end of that ${end}` : '';
  const named = weekday === undefined ? '' : `, then the next ${WEEKDAYS[weekday - 1]}`;
  return `${far} ${amount < 0 ? 'before' : 'after'}${counted}${ended}${named}${rolled}`;
}

const inputWords = ({ label, text }: Step['inputs'][number]): string => `${label} (${text ?? 'not there'})`;

/** How a calculated value comes about, step by step, in words. */
export function explainWords({ form, inputs, rows, holidays, rolledFrom, chosen }: Step): readonly string[] {
  const [first, second] = inputs;
  switch (form.kind) {
    case 'dateFromDate':
      return [
        `${shiftWords(form.shift)} ${first ? inputWords(first) : 'a day that is gone'}.`,
        ...(holidays.length > 0
          ? [`Passed over: ${holidays.map((day) => writeDay(readDay(day), 'dayMonth')).join(', ')}.`]
          : []),
        ...(rolledFrom === undefined
          ? []
          : [`${writeDay(readDay(rolledFrom), 'longWeekday')} is not worked.`]),
      ];
    case 'daysBetween':
      return [
        `${form.unit === 'days' ? 'Days' : 'Working days'} from ${first ? inputWords(first) : '?'} to ${second ? inputWords(second) : '?'}${form.countsDay ? ', both counted' : ''}.`,
      ];
    case 'total':
      return [`Added up over ${rowWords(rows)}.`];
    case 'count':
      return [`${rowWords(rows)} counted.`];
    case 'extreme':
      return [
        `The ${form.which === 'smallest' ? 'smallest or earliest' : 'largest or latest'} of ${rowWords(rows)}.`,
      ];
    case 'percentage':
      return [`${form.basisPoints / 100}% of ${first ? inputWords(first) : '?'}.`];
    case 'share':
      return [`${first ? inputWords(first) : '?'} as a percentage of ${second ? inputWords(second) : '?'}.`];
    case 'sum': {
      const plus = inputs.slice(0, form.plus.length).map(inputWords);
      const minus = inputs.slice(form.plus.length).map(inputWords);
      return [`${plus.join(' + ')}${minus.length > 0 ? ` − ${minus.join(' − ')}` : ''}.`];
    }
    case 'choose':
      return [
        `Chosen by ${inputs.map(inputWords).join(', ')}.`,
        chosen === undefined || chosen < 0
          ? 'None of the conditions holds.'
          : `Condition ${chosen + 1} holds.`,
      ];
    default:
      return form satisfies never;
  }
}

const rowWords = (rows: Step['rows']): string => {
  if (!rows) return 'its rows';
  return rows.counted === rows.of ? plural(rows.of, 'row') : `${rows.counted} of ${plural(rows.of, 'row')}`;
};
