import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { documentOf } from '../template/document.ts';
import type { BlockNode, InlineNode } from '../template/document.ts';
import { answersLast } from './answered.ts';
import { median, quantile } from './median.ts';
import { patternOf, withLabels } from './pattern.ts';
import { readingEase, syllablesOf } from './readingEase.ts';
import { commonestRewritings } from './rewritings.ts';
import { takeRewriting } from './takeRewriting.ts';
import { wentBy } from './tally.ts';
import { effectOf, wilson } from './wilson.ts';

describe('an answer', () => {
  const last = { direction: 'out', channel: 'email', occurredAtUtc: 10 } as const;
  it.each([
    ['theirs to ours', last, { direction: 'in', occurredAtUtc: 20 }, 'theirs'],
    ['ours to theirs', { ...last, direction: 'in' }, { direction: 'out', occurredAtUtc: 20 }, 'ours'],
    ['ours after ours', last, { direction: 'out', occurredAtUtc: 20 }, undefined],
    ['what was written before', last, { direction: 'in', occurredAtUtc: 5 }, undefined],
    ['what a machine says', last, { direction: 'in', occurredAtUtc: 20, automatic: true }, undefined],
    ['a note', last, { direction: 'note', occurredAtUtc: 20 }, undefined],
    ['the first of all', undefined, { direction: 'in', occurredAtUtc: 20 }, undefined],
  ] as const)('%s', (_, before, entry, side) => {
    expect(answersLast(before, { channel: 'email', ...entry })).toBe(side);
  });

  it('is not owed to what came from an answer page', () => {
    const given = { direction: 'in', channel: 'answer', occurredAtUtc: 10 } as const;
    expect(answersLast(given, { direction: 'out', channel: 'email', occurredAtUtc: 20 })).toBeUndefined();
  });
});

describe('the middle', () => {
  it('is that of the values one by one, however they are counted together', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 60 }), (values) => {
        const sorted = [...values].sort((a, b) => a - b);
        const half = sorted.length / 2;
        const plain =
          sorted.length % 2 === 1
            ? sorted[Math.floor(half)]
            : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2;
        const counted = [...new Set(values)].map(
          (value) => [value, values.filter((one) => one === value).length] as const,
        );
        expect(median(counted)).toBe(plain);
      }),
      { seed: 16 },
    );
  });

  it('of nothing is none; nine in ten of ten is the ninth', () => {
    expect([median([]), quantile([], 0.9)]).toEqual([undefined, undefined]);
    expect(
      quantile(
        Array.from({ length: 10 }, (_, n) => [n + 1, 1] as const),
        0.9,
      ),
    ).toBe(9);
  });
});

describe('the interval of a share', () => {
  // Published for the score method without continuity correction: R. G. Newcombe, Statistics in Medicine 17 (1998), table I.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i', (hits, of, low, high) => {
    const found = wilson(hits, of);
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
  });

  it('of nothing says nothing, and few uses say nothing of a version', () => {
    expect(wilson(0, 0)).toEqual({ low: 0, high: 1 });
    expect(effectOf({ hits: 29, of: 29 }, { hits: 0, of: 300 })).toBe('tooFew');
    expect(effectOf({ hits: 15, of: 30 }, { hits: 18, of: 30 })).toBe('unclear');
    expect(effectOf({ hits: 60, of: 200 }, { hits: 120, of: 200 })).toBe('better');
    expect(effectOf({ hits: 120, of: 200 }, { hits: 60, of: 200 })).toBe('worse');
  });
});

describe('reading ease', () => {
  it.each([
    ['boat', 1],
    ['survey', 2],
    ['make', 1],
    ['little', 2],
    ['engagement', 3],
    ['signed', 1],
    ['wanted', 2],
    ['I', 1],
    ['thy', 1],
  ])('hears %s in %i', (word, syllables) => {
    expect(syllablesOf(word, 'en')).toBe(syllables);
  });

  it('is high for short plain words, low for long ones, and unknown without a formula', () => {
    const plain = [
      'The cat sat on the mat.',
      'It was a fine day and we had tea.',
      'Then we went home to bed.',
    ];
    const hard = [
      'Notwithstanding contractual obligations regarding indemnification, underwriting considerations necessitate comprehensive documentation.',
      'Subsequent correspondence concerning applicability will be communicated electronically hereafter to representatives.',
    ];
    expect(readingEase(plain, 'en-GB')?.level).toBe('veryEasy');
    expect(readingEase(hard, 'en')?.level).toBe('hard');
    expect(readingEase(plain, 'nb')).toBeUndefined();
    expect(readingEase(['Short.'], 'en')).toBeUndefined();
    expect(readingEase(plain, 'constructor')).toBeUndefined();
  });
});

const text = (words: string): InlineNode => ({ type: 'text', text: words });
const vessel: InlineNode = {
  type: 'field',
  attrs: { path: 'fact.vessel', format: 'plain', shift: null, whenEmpty: { kind: 'ask' } },
};
const BODY = documentOf([
  { type: 'paragraph', content: [text('We have seen '), vessel, text('. She lies  well. Tell us soon.')] },
]);
const bodyWords = (content: readonly BlockNode[]) => patternOf(content);

describe('a sentence that is rewritten', () => {
  it('is the same on every matter, with the record’s values as places', () => {
    expect(bodyWords(BODY.content)).toEqual([
      'We have seen ‹fact.vessel›.',
      'She lies well.',
      'Tell us soon.',
    ]);
    expect(withLabels('We have seen ‹fact.vessel›.', () => 'Vessel')).toBe('We have seen ‹Vessel›.');
  });

  it.each([
    [
      'She lies well.',
      'She lies ashore.',
      ['We have seen ‹fact.vessel›.', 'She lies ashore.', 'Tell us soon.'],
    ],
    [
      'We have seen ‹fact.vessel›.',
      'Of ‹fact.vessel›: seen.',
      ['Of ‹fact.vessel›: seen.', 'She lies well.', 'Tell us soon.'],
    ],
    ['Tell us soon.', '', ['We have seen ‹fact.vessel›.', 'She lies well.']],
  ])('is taken over into the wording: %s', (was, became, sentences) => {
    const taken = takeRewriting(BODY, was, became);
    expect(taken && bodyWords(taken.content)).toEqual(sentences);
  });

  it('is not where it stands no more, or where the rewriting has a place that it has not', () => {
    expect(takeRewriting(BODY, 'Gone.', 'Here.')).toBeUndefined();
    expect(takeRewriting(BODY, 'She lies well.', 'She lies at ‹fact.berth›.')).toBeUndefined();
  });

  it('is listed by how often, with what was most often written instead', () => {
    const was = 'Tell us soon.';
    const many = ['A.', 'B.', 'B.', 'A.', 'B.'].map((became) => ({ was, became }));
    expect(commonestRewritings([...many, { was: 'She lies well.', became: '' }])).toEqual([
      { was, became: 'B.', times: 5, becameTimes: 3 },
      { was: 'She lies well.', became: '', times: 1, becameTimes: 1 },
    ]);
  });
});

describe('what went and came', () => {
  it('is without what the reader may not know of, and never less than none', () => {
    const counts = [
      { key: 'email', direction: 'out', count: 5 },
      { key: 'email', direction: 'in', count: 2 },
      { key: 'text', direction: 'out', count: 1 },
    ] as const;
    const less = [
      { key: 'email', direction: 'out', count: 2 },
      { key: 'email', direction: 'in', count: 3 },
      { key: 'text', direction: 'out', count: 1 },
    ] as const;
    expect([...wentBy(counts, less)]).toEqual([['email', { sent: 3, received: 0 }]]);
  });
});
