import { describe, expect, it } from 'vitest';
import type { CalculatedDefinition } from '../model/matter.ts';
import type { MatterRecord } from '../model/matter.ts';
import { calendar, day, matter, surveyType } from '../tests/fixtures.ts';
import { calculate } from './calculate.ts';
import { calculationOrder } from './calculationOrder.ts';
import { joinNames, writeValue } from './writeValue.ts';

const sumOf = (key: string, ...plus: string[]): CalculatedDefinition => ({
  key,
  label: key,
  form: { kind: 'sum', plus: plus.map((p) => `calculated.${p}`), minus: [] },
});

const valuesOf = (record: MatterRecord) => calculate({ record, calendar, today: day('2026-11-24') });

describe('calculated values', () => {
  it('build on one another in whatever order they are listed', () => {
    const values = valuesOf(matter);
    const written = Object.fromEntries([...values].map(([key, value]) => [key, writeValue(value, 'plain')]));
    expect(written).toEqual({
      fee: '£1,070.00',
      tax: '£214.00',
      payable: '£1,284.00',
      reportDue: '26 October 2026',
      feeLines: '2',
    });
  });

  it('leave out what lacks an input instead of guessing', () => {
    const values = valuesOf({ ...matter, dates: {}, tables: {} });
    expect([...values.keys()]).toEqual(['feeLines']);
  });

  it('refuse a circle with the path that makes it', () => {
    const order = calculationOrder([sumOf('x', 'a'), sumOf('a', 'b'), sumOf('b', 'c'), sumOf('c', 'a')]);
    expect(order).toMatchObject({ ok: false, problems: { params: { path: 'a → b → c → a' } } });
  });

  it('count only the rows that meet the condition', () => {
    const when = { path: 'row.what', test: { op: 'is', value: 'Travel' } } as const;
    const calculated = [{ key: 'n', label: 'n', form: { kind: 'count', table: 'fees', when } }] as const;
    const values = valuesOf({ ...matter, type: { ...surveyType, calculated } });
    expect(values.get('n')).toEqual({ kind: 'number', value: 1 });
  });
});

describe('values in words', () => {
  it('join names as a sentence does', () => {
    expect([[], ['A'], ['A', 'B'], ['A', 'B', 'C']].map(joinNames)).toEqual([
      '',
      'A',
      'A and B',
      'A, B and C',
    ]);
  });

  it('write small counts out when asked, and a choice by its label, never by its code', () => {
    expect(writeValue({ kind: 'number', value: 2 }, 'words')).toBe('two');
    expect(writeValue({ kind: 'number', value: 11 }, 'words')).toBe('11');
    expect(writeValue({ kind: 'choice', key: 'KTCH', label: 'ketch' }, 'plain')).toBe('ketch');
  });
});
