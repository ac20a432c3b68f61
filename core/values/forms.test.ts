import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalculatedForm } from '../model/calculatedForm.ts';
import type { ConditionTest } from '../model/condition.ts';
import type { CalculatedDefinition, MatterRecord, MatterType } from '../model/matter.ts';
import { money } from '../model/money.ts';
import { dateValue, moneyValue, numberValue, textValue } from '../model/value.ts';
import type { Value } from '../model/value.ts';
import { calendar, day, matter, surveyType } from '../tests/fixtures.ts';
import { calculate } from './calculate.ts';
import { turningWithToday } from './calculationOrder.ts';
import { checkMatterType, typeChanges } from './checkMatterType.ts';
import { holds } from './conditions.ts';
import { explain } from './explain.ts';
import { writeValue } from './writeValue.ts';

const today = day('2026-12-22');
const works = (key: string, amount: number, closed: boolean, due: string) => ({
  what: textValue(key),
  amount: moneyValue(money(amount, 'GBP')),
  hours: numberValue(amount / 100),
  closed: { kind: 'yesNo', value: closed } as const,
  due: dateValue(day(due)),
});
const withForm = (form: CalculatedForm, change: Partial<MatterRecord> = {}): MatterRecord => ({
  ...matter,
  type: { ...surveyType, calculated: [{ key: 'x', label: 'X', form }] },
  dates: { surveyDay: day('2026-12-22'), end: day('2027-01-04') },
  tables: {
    works: [
      works('a', 1000, false, '2027-02-01'),
      works('b', 250, true, '2027-01-05'),
      works('c', 500, false, '2027-03-01'),
    ],
  },
  ...change,
});
const result = (form: CalculatedForm, change: Partial<MatterRecord> = {}): string | undefined => {
  const value = calculate({ record: withForm(form, change), calendar, today }).get('x');
  return value && writeValue(value, 'plain');
};
const open = { path: 'row.closed', test: { op: 'is', value: false } } as const;
const price = (amount: number) => ({
  price: moneyValue(money(amount, 'GBP')),
  part: moneyValue(money(12_550, 'GBP')),
});

describe('forms of calculated values', () => {
  it.each<[string, CalculatedForm, string]>([
    [
      'over Christmas',
      { kind: 'dateFromDate', from: 'date.surveyDay', shift: { amount: 5, unit: 'workingDays' } },
      '31 December 2026',
    ],
    [
      'the day counted',
      {
        kind: 'dateFromDate',
        from: 'date.surveyDay',
        shift: { amount: 5, unit: 'workingDays', countsDay: true },
      },
      '30 December 2026',
    ],
    [
      'ten days inclusive',
      { kind: 'dateFromDate', from: 'date.surveyDay', shift: { amount: 10, unit: 'days', countsDay: true } },
      '31 December 2026',
    ],
    [
      'rolled on',
      { kind: 'dateFromDate', from: 'date.surveyDay', shift: { amount: 3, unit: 'days', roll: 'next' } },
      '29 December 2026',
    ],
    [
      'from today',
      { kind: 'dateFromDate', from: 'day.today', shift: { amount: -1, unit: 'weeks' } },
      '15 December 2026',
    ],
    ['days between', { kind: 'daysBetween', from: 'date.surveyDay', to: 'date.end', unit: 'days' }, '13'],
    ['days back', { kind: 'daysBetween', from: 'date.end', to: 'date.surveyDay', unit: 'days' }, '-13'],
    [
      'working days between',
      { kind: 'daysBetween', from: 'date.surveyDay', to: 'date.end', unit: 'workingDays' },
      '6',
    ],
    [
      'both counted',
      { kind: 'daysBetween', from: 'date.surveyDay', to: 'date.end', unit: 'days', countsDay: true },
      '14',
    ],
    ['a total', { kind: 'total', table: 'works', column: 'amount' }, '£17.50'],
    ['a total of some', { kind: 'total', table: 'works', column: 'amount', when: open }, '£15.00'],
    ['a total of numbers', { kind: 'total', table: 'works', column: 'hours' }, '17.5'],
    ['a count of some', { kind: 'count', table: 'works', when: open }, '2'],
    [
      'the earliest',
      { kind: 'extreme', which: 'smallest', table: 'works', column: 'due', when: open },
      '1 February 2027',
    ],
    ['the latest', { kind: 'extreme', which: 'largest', table: 'works', column: 'due' }, '1 March 2027'],
    ['the largest', { kind: 'extreme', which: 'largest', table: 'works', column: 'amount' }, '£10.00'],
  ])('%s', (_name, form, expected) => expect(result(form)).toBe(expected));

  it('works out shares and percentages, rounded once', () => {
    const facts = { facts: price(100_000) };
    expect(result({ kind: 'share', part: 'fact.part', whole: 'fact.price', places: 1 }, facts)).toBe('12.6%');
    expect(result({ kind: 'percentage', of: 'fact.part', basisPoints: 1750 }, facts)).toBe('£21.96');
    expect(
      result({ kind: 'share', part: 'fact.part', whole: 'fact.none', places: 1 }, facts),
    ).toBeUndefined();
  });

  it('takes a difference, and chooses by condition, with nothing where nothing holds', () => {
    const facts = { facts: price(100_000) };
    expect(result({ kind: 'sum', plus: ['fact.price'], minus: ['fact.part'] }, facts)).toBe('£874.50');
    const choose: CalculatedForm = {
      kind: 'choose',
      cases: [
        {
          when: {
            join: 'all',
            conditions: [{ path: 'fact.price', test: { op: 'atLeast', value: 100_000 } }],
          },
          take: { value: textValue('dear') },
        },
        {
          when: { join: 'any', conditions: [{ path: 'fact.part', test: { op: 'filled' } }] },
          take: { path: 'fact.part' },
        },
      ],
    };
    expect(result(choose, facts)).toBe('dear');
    expect(result(choose, { facts: price(1) })).toBe('£125.50');
    expect(result(choose, { facts: {} })).toBeUndefined();
  });

  it('never lets a day counted change more than a day', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom('days', 'weeks', 'months', 'years'),
        (amount, unit) => {
          const plain = result({ kind: 'dateFromDate', from: 'date.end', shift: { amount, unit } });
          const counted = result({
            kind: 'dateFromDate',
            from: 'date.end',
            shift: { amount, unit, countsDay: true },
          });
          expect(Date.parse(`${plain} UTC`) - Date.parse(`${counted} UTC`)).toBe(86_400_000);
        },
      ),
      { seed: 3 },
    );
  });

  it('are explained by their inputs, the holidays passed over, and the rows that counted', () => {
    const record = withForm({
      kind: 'dateFromDate',
      from: 'date.surveyDay',
      shift: { amount: 5, unit: 'workingDays' },
    });
    expect(explain({ record, calendar, today })).toMatchObject([
      {
        inputs: [{ label: 'Survey day', value: { date: '2026-12-22' } }],
        holidays: ['2026-12-25', '2026-12-28'],
      },
    ]);
    const counted = withForm({ kind: 'count', table: 'works', when: open });
    expect(explain({ record: counted, calendar, today })[0]?.rows).toEqual({ counted: 2, of: 3 });
    const rolled = withForm({
      kind: 'dateFromDate',
      from: 'date.surveyDay',
      shift: { amount: 4, unit: 'days', roll: 'previous' },
    });
    expect(explain({ record: rolled, calendar, today })[0]?.rolledFrom).toBe('2026-12-26');
  });

  it('are known to turn with the day, directly or by way of others', () => {
    const definitions: CalculatedDefinition[] = [
      { key: 'b', label: 'b', form: { kind: 'sum', plus: ['calculated.a'], minus: [] } },
      {
        key: 'a',
        label: 'a',
        form: { kind: 'daysBetween', from: 'day.today', to: 'date.end', unit: 'days' },
      },
      { key: 'c', label: 'c', form: { kind: 'count', table: 'works' } },
    ];
    expect([...turningWithToday(definitions)].sort()).toEqual(['a', 'b']);
  });
});

describe('conditions', () => {
  const values: Readonly<Record<string, Value>> = {
    text: textValue('yes'),
    blank: textValue('  '),
    number: numberValue(3),
    day: dateValue(day('2026-12-24')),
    'day.today': dateValue(today),
    choice: { kind: 'choice', key: 'A', label: 'grade A' },
  };
  it.each<[string, ConditionTest, boolean]>([
    ['text', { op: 'is', value: 'yes' }, true],
    ['blank', { op: 'filled' }, false],
    ['gone', { op: 'empty' }, true],
    ['gone', { op: 'isNot', value: 'x' }, true],
    ['gone', { op: 'atMost', value: 9 }, false],
    ['number', { op: 'atLeast', value: 3 }, true],
    ['choice', { op: 'is', value: 'A' }, true],
    ['choice', { op: 'is', value: 'grade A' }, false],
    ['day', { op: 'before', than: 'day.today' }, false],
    ['day', { op: 'notBefore', than: '2026-12-24' }, true],
  ])('of %s by %j', (path, test, expected) =>
    expect(holds({ path, test }, (one) => values[one])).toBe(expected),
  );
});

describe('a matter type', () => {
  const codes = (change: Partial<MatterType>) =>
    checkMatterType({ ...surveyType, ...change }).map(({ code }) => code);
  const calculated = (form: CalculatedForm): Partial<MatterType> => ({
    calculated: [{ key: 'x', label: 'X', form }],
  });

  it('holds together, and says what does not', () => {
    expect(codes({})).toEqual([]);
    expect(codes({ name: ' ' })).toEqual(['nameMissing']);
    expect(codes({ stages: [] })).toEqual(['noStages']);
    expect(
      codes({
        facts: [
          { key: 'a', label: '', kind: 'text' },
          { key: 'a', label: 'A', kind: 'choice' },
        ],
      }),
    ).toEqual(
      expect.arrayContaining(
        ['labelMissing', 'keyTwice', 'choiceWithoutChoices', 'unknownInput'].slice(0, 3),
      ),
    );
    expect(codes(calculated({ kind: 'percentage', of: 'fact.gone', basisPoints: 1 }))).toEqual([
      'unknownInput',
    ]);
    expect(codes(calculated({ kind: 'count', table: 'gone' }))).toEqual(['unknownTable']);
    expect(codes(calculated({ kind: 'total', table: 'fees', column: 'gone' }))).toEqual(['unknownColumn']);
    expect(codes(calculated({ kind: 'total', table: 'fees', column: 'what' }))).toEqual(['columnNotAdded']);
    expect(codes(calculated({ kind: 'sum', plus: ['calculated.x'], minus: [] }))).toEqual([
      'calculatedCircle',
    ]);
  });

  it('may have two hundred facts, and no more than a bound', () => {
    const facts = (count: number) =>
      Array.from({ length: count }, (_, n) => ({ key: `f${n}`, label: `F ${n}`, kind: 'text' as const }));
    expect(codes({ facts: facts(200) })).toEqual([]);
    expect(codes({ facts: facts(301) })).toContain('tooMany');
  });

  it('says of every amount that it is in the currency before, once that is another', () => {
    const changes = typeChanges(surveyType, { ...surveyType, currency: 'EUR' });
    expect(new Set(changes.map(({ change }) => change))).toEqual(new Set(['currency']));
    expect(changes.map(({ key, table }) => (table ? `${table}.${key}` : key))).toEqual([
      ...surveyType.facts.filter(({ kind }) => kind === 'money').map(({ key }) => key),
      ...surveyType.tables.flatMap((table) =>
        table.columns.filter(({ kind }) => kind === 'money').map(({ key }) => `${table.key}.${key}`),
      ),
    ]);
    expect(changes.length).toBeGreaterThan(0);
  });

  it('says what a change takes away, and nothing of what it adds or renames', () => {
    const after: MatterType = {
      ...surveyType,
      facts: [
        { key: 'vessel', label: 'Name of the vessel', kind: 'longText' },
        { key: 'new', label: 'New', kind: 'text' },
      ],
      keyDates: [],
    };
    expect(typeChanges(surveyType, after).map(({ part, key, change }) => [part, key, change])).toEqual([
      ['fact', 'notes', 'removed'],
      ['fact', 'price', 'removed'],
      ['fact', 'vessel', 'kind'],
      ['keyDate', 'surveyDay', 'removed'],
    ]);
  });
});
