import { describe, expect, it } from 'vitest';
import type { MatterRecordView } from '../../../contract/matterTypes.ts';
import { explainWords, shiftWords } from './explainWords.ts';

type Step = MatterRecordView['calculated'][number];
const step = (form: Step['form'], change: Partial<Step> = {}): Step => ({
  key: 'x',
  label: 'X',
  text: null,
  form,
  inputs: [],
  holidays: [],
  ...change,
});
const input = (label: string, text: string | null) => ({ label, text });

describe('how a calculated value comes about, in words', () => {
  it.each([
    [{ amount: 5, unit: 'workingDays' }, '5 working days after'],
    [{ amount: -1, unit: 'months' }, '1 month before'],
    [{ amount: 10, unit: 'days', countsDay: true }, '10 days after, the day itself counted'],
    [{ amount: 1, unit: 'years', roll: 'previous' }, '1 year after, then the last working day'],
    [{ amount: 6, unit: 'months', end: 'month' }, '6 months after, then the end of that month'],
    [
      { amount: 2, unit: 'weeks', weekday: 5, roll: 'next' },
      '2 weeks after, then the next Friday, then the next working day',
    ],
  ] as const)('says a shift: %j', (shift, words) => expect(shiftWords(shift)).toBe(words));

  it.each<[string, Step, readonly string[]]>([
    [
      'a date with holidays passed over',
      step(
        { kind: 'dateFromDate', from: 'date.a', shift: { amount: 3, unit: 'workingDays' } },
        { inputs: [input('Lodged', '30 April 2027')], holidays: ['2027-05-04'] },
      ),
      ['3 working days after Lodged (30 April 2027).', 'Passed over: 4 May.'],
    ],
    [
      'a date that was rolled',
      step(
        { kind: 'dateFromDate', from: 'date.a', shift: { amount: 1, unit: 'months', roll: 'next' } },
        { inputs: [input('Lodged', null)], rolledFrom: '2026-12-26' },
      ),
      [
        '1 month after, then the next working day Lodged (not there).',
        'Saturday 26 December 2026 is not worked.',
      ],
    ],
    [
      'days between',
      step(
        { kind: 'daysBetween', from: 'a', to: 'b', unit: 'workingDays' },
        { inputs: [input('A', '1'), input('B', '2')] },
      ),
      ['Working days from A (1) to B (2).'],
    ],
    [
      'a total of some rows',
      step({ kind: 'total', table: 't', column: 'c' }, { rows: { counted: 1, of: 3 } }),
      ['Added up over 1 of 3 rows.'],
    ],
    [
      'a count of all',
      step({ kind: 'count', table: 't' }, { rows: { counted: 2, of: 2 } }),
      ['2 rows counted.'],
    ],
    [
      'the latest',
      step({ kind: 'extreme', which: 'largest', table: 't', column: 'c' }, { rows: { counted: 1, of: 1 } }),
      ['The largest or latest of 1 row.'],
    ],
    [
      'a percentage',
      step({ kind: 'percentage', of: 'a', basisPoints: 1750 }, { inputs: [input('Fee', '£10.00')] }),
      ['17.5% of Fee (£10.00).'],
    ],
    [
      'a share',
      step(
        { kind: 'share', part: 'a', whole: 'b', places: 1 },
        { inputs: [input('A', '1'), input('B', '2')] },
      ),
      ['A (1) as a percentage of B (2).'],
    ],
    [
      'a difference',
      step(
        { kind: 'sum', plus: ['a', 'b'], minus: ['c'] },
        { inputs: [input('A', '1'), input('B', '2'), input('C', '3')] },
      ),
      ['A (1) + B (2) − C (3).'],
    ],
    [
      'a choice',
      step({ kind: 'choose', cases: [] }, { inputs: [input('A', '1')], chosen: 0 }),
      ['Chosen by A (1).', 'Condition 1 holds.'],
    ],
    [
      'no choice',
      step({ kind: 'choose', cases: [] }, { inputs: [input('A', '1')], chosen: -1 }),
      ['Chosen by A (1).', 'None of the conditions holds.'],
    ],
  ])('says %s', (_name, one, words) => expect(explainWords(one)).toEqual(words));
});
