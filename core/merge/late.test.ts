import { describe, expect, it } from 'vitest';
import { groupBy } from '../model/groupBy.ts';
import { text } from '../tests/fixtures.ts';
import { day, programOf, readerFor, field } from '../tests/fixtures.ts';
import { lateKey, lateTexts } from './late.ts';
import { merge } from './merge.ts';
import { PieceWriter } from './pieces.ts';

describe('late values in a sheet', () => {
  it('show what they would say now, each format by itself', () => {
    const today = (format: 'long' | 'weekdayDayMonth') => field('day.today', { format });
    const program = programOf([
      [field('greeting.hour'), text(', on '), today('long'), text(' or '), today('weekdayDayMonth')],
    ]);
    const reader = readerFor({ hour: 15, today: day('2026-11-24') });
    expect(lateTexts(merge(program, reader), reader)).toEqual({
      'greeting.hour:plain': 'Good afternoon',
      'day.today:long': '24 November 2026',
      'day.today:weekdayDayMonth': 'Tuesday 24 November',
    });
    expect(lateKey({ path: 'day.today', format: 'long' })).toBe('day.today:long');
  });
});

describe('pieces', () => {
  it('join neighbouring text around what is filled in', () => {
    const out = new PieceWriter();
    out.text('a');
    out.text('b');
    out.piece({ type: 'blank', attrs: { key: 'k' } });
    out.text('c');
    const pieces = out.done();
    expect(pieces.map((piece) => (typeof piece === 'string' ? piece : piece.type))).toEqual([
      'ab',
      'blank',
      'c',
    ]);
  });
});

describe('groups', () => {
  it('keep keys in the order first met, and items in theirs', () => {
    const groups = groupBy(['out 1', 'in 1', 'out 2'], (line) => line.split(' ')[0]);
    expect([...groups]).toEqual([
      ['out', ['out 1', 'out 2']],
      ['in', ['in 1']],
    ]);
  });
});
