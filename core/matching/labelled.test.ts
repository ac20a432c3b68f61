import { describe, expect, it } from 'vitest';
import { factsIn, labelledMail, labelledPractice } from '../tests/labelledMail.ts';
import { scoreMatching } from '../tests/scoreMatching.ts';
import { candidatesIn, matchMail } from './index.ts';

const THRESHOLD = 0.97;
const practice = labelledPractice(2041, 1_200);
const factsOf = factsIn(practice);
const stream = Array.from({ length: 2_000 }, (_, n) => {
  const labelled = labelledMail(practice, n);
  const facts = factsOf(labelled.mail, candidatesIn(labelled.mail, practice.own));
  return { labelled, suggestions: matchMail(labelled.mail, facts, practice.own) };
});
const score = scoreMatching(stream, THRESHOLD);

describe('matching over 2,000 labelled messages', () => {
  it('files by itself only what belongs there, and most of what can be told', () => {
    expect(score.filedRight).toBeGreaterThanOrEqual(0.995);
    expect(score.fileableFiled).toBeGreaterThanOrEqual(0.8);
  });

  it('has the right matter among the first three', () => {
    expect(score.inFirstThree).toBeGreaterThanOrEqual(0.97);
  });

  it('says how sure it is as often as it is right', () => {
    for (const { from, count, right } of score.bands)
      if (count >= 40) expect(right).toBeGreaterThanOrEqual(from - 0.05);
  });

  it('files no newsletter and nothing of a stranger', () => {
    const strays = stream.filter(({ labelled }) => labelled.matterId === undefined);
    expect(strays.filter(({ suggestions }) => (suggestions[0]?.likelihood ?? 0) >= THRESHOLD)).toEqual([]);
  });
});
