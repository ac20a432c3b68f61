import { describe, expect, it } from 'vitest';
import { excerpt, markHits, readQuery } from './query.ts';

const term = (words: string, prefix = false) => ({ words: words.split(' '), prefix });

describe('what somebody typed', () => {
  it.each([
    ['survey rep', [term('survey'), term('rep', true)]],
    ['survey report ', [term('survey'), term('report')]],
    ['"survey report" keel', [term('survey report'), term('keel', true)]],
    ['"survey rep', [term('survey rep')]],
    ['lift* out ', [term('lift', true), term('out')]],
    ['SV-2041 ', [term('SV-2041')]],
    ['a', [term('a')]],
    ['  ', []],
    ['"" * -', []],
  ])('%s', (typed, terms) => {
    expect(readQuery(typed)).toEqual(terms);
  });

  it('ends at a bound, however long it is', () => {
    expect(readQuery('word '.repeat(10_000)).length).toBeLessThanOrEqual(12);
    expect(readQuery('"'.repeat(100_000))).toEqual([]);
  });
});

describe('marking', () => {
  const hits = (text: string, typed: string) =>
    markHits(text, readQuery(typed)).flatMap(({ text: piece, hit }) => (hit ? [piece] : []));

  it.each([
    ['The keel of the Blåfugl', 'blafugl ', ['Blåfugl']],
    ['A survey report, and a report', '"survey report" ', ['survey report']],
    ['Reported, reports, a report', 'report', ['Reported', 'reports', 'report']],
    ['Reported, reports, a report', 'report ', ['report']],
  ])('in “%s” for %s', (text, typed, expected) => {
    expect(hits(text, typed)).toEqual(expected);
    expect(
      markHits(text, readQuery(typed))
        .map((one) => one.text)
        .join(''),
    ).toBe(text);
  });

  it('shows the part around the first of it', () => {
    const text = `${'Nothing here. '.repeat(40)}Then the rudder came loose. ${'And more. '.repeat(40)}`;
    const shown = excerpt(text, readQuery('rudder '));
    expect(shown[0]?.text).toBe('… ');
    expect(shown.find(({ hit }) => hit)?.text).toBe('rudder');
    expect(shown.map((one) => one.text).join('').length).toBeLessThan(230);
    expect(excerpt('Short text', readQuery('else '))).toEqual([{ text: 'Short text', hit: false }]);
  });
});
