import { expect, it } from 'vitest';
import { likelihoodWords, matchReasons } from './matchWords.ts';

it('says why a matter is suggested, in words, and leaves out what it has no words for', () => {
  const reasons = [
    { code: 'party', params: { matters: 3 } },
    { code: 'nameInSubject', params: { words: 'Saltmarsh Wren' } },
    { code: 'somethingNewer', params: {} },
  ];
  expect(matchReasons({ reasons })).toEqual([
    'the writer is on it, and on 2 others',
    '“Saltmarsh Wren” stands in the subject',
  ]);
  expect(matchReasons({ reasons: [{ code: 'party', params: { matters: 1 } }] })).toEqual([
    'the writer is on this matter alone',
  ]);
});

it.each([
  [0.97, 'very likely'],
  [0.7, 'likely'],
  [0.3, 'possible'],
  [0.05, 'unlikely'],
])('%s is %s', (likelihood, words) => {
  expect(likelihoodWords(likelihood)).toBe(words);
});
