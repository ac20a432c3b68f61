import { describe, expect, it } from 'vitest';
import { day } from '../tests/fixtures.ts';
import { money } from '../model/money.ts';
import type { FactKind, Value } from '../model/value.ts';
import { MAX_ANSWER_CHARS, answerOf, askedKey, readAnswer, writeAnswer } from './blanks.ts';
import type { BlankDefinition } from './blanks.ts';

const blank = (kind: FactKind): BlankDefinition => ({
  key: 'k',
  label: 'K',
  kind,
  required: true,
  choices: [{ key: 'OUT', label: 'with the mast out' }],
});

describe('answers', () => {
  it.each([
    ['text', ' low water ', 'low water'],
    ['longText', 'one\ntwo', 'one\ntwo'],
    ['number', '3,5', '3.5'],
    ['money', '1,284', '£1,284.00'],
    ['date', '2026-12-08', '8 December 2026'],
    ['yesNo', 'yes', 'yes'],
    ['choice', 'OUT', 'with the mast out'],
  ] as const)('of kind %s are read from %j and written “%s”', (kind, raw, words) => {
    expect(writeAnswer(blank(kind), raw, 'GBP')).toBe(words);
  });

  it.each([
    ['text', '   '],
    ['text', undefined],
    ['text', 'x'.repeat(MAX_ANSWER_CHARS + 1)],
    ['number', 'many'],
    ['money', 'a lot'],
    ['date', 'next friday'],
    ['date', '2026-02-30'],
    ['yesNo', 'perhaps'],
    ['choice', 'with the mast out'],
    ['choice', 'constructor'],
  ] as const)('of kind %s leave the blank open with %j', (kind, raw) => {
    expect(readAnswer(blank(kind), raw?.slice(0, MAX_ANSWER_CHARS + 1), 'GBP')).toBeUndefined();
  });

  it('are kept so that they read back', () => {
    const values: readonly [FactKind, Value][] = [
      ['date', { kind: 'date', date: day('2026-12-08') }],
      ['choice', { kind: 'choice', key: 'OUT', label: 'with the mast out' }],
      ['yesNo', { kind: 'yesNo', value: false }],
      ['money', { kind: 'money', money: money(128_400, 'GBP') }],
      ['number', { kind: 'number', value: 12 }],
      ['text', { kind: 'text', text: 'Wren' }],
    ];
    for (const [kind, value] of values)
      expect(readAnswer(blank(kind), answerOf(value), 'GBP')).toEqual(value);
  });

  it('to what a field asks carry a key that no template’s own blank can have by chance', () => {
    expect(askedKey('fact.vessel')).toBe('asked:fact.vessel');
  });
});
