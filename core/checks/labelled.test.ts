import { describe, expect, it } from 'vitest';
import { labelledDraft, scoreChecks } from '../tests/labelledDrafts.ts';
import { runChecks } from './index.ts';
import { CAUTIONS } from '../model/noteCodes.ts';

const DRAFTS = Array.from({ length: 660 }, (_, n) => labelledDraft(n + 1));

describe('checks over labelled drafts', () => {
  const scores = scoreChecks(DRAFTS, runChecks);
  const wrongOn = (code: string): readonly number[] =>
    DRAFTS.filter(({ input, expected }) => {
      const raised = runChecks(input).some((note) => note.code === code);
      return raised !== [...expected].some((one) => one === code);
    }).map(({ seed }) => seed);

  it('has clean and faulty drafts in like numbers, and every caution among them', () => {
    const clean = DRAFTS.filter(({ expected }) => expected.size === 0).length;
    expect(Math.abs(clean / DRAFTS.length - 0.5)).toBeLessThan(0.06);
    expect(scores.map(({ code }) => code)).toEqual(expect.arrayContaining([...CAUTIONS]));
  });

  it.each(CAUTIONS)('%s finds what is wrong and does not cry wolf', (code) => {
    const score = scores.find((one) => one.code === code) ?? { right: 0, wrong: 0, missed: 0 };
    const { right, wrong, missed } = score;
    const summary = {
      precision: right / (right + wrong),
      recall: right / (right + missed),
      seeds: wrongOn(code),
    };
    expect(summary).toMatchObject({ precision: expect.closeTo(1, 1), recall: expect.closeTo(1, 1) });
    expect(summary.precision, JSON.stringify(summary)).toBeGreaterThanOrEqual(0.95);
    expect(summary.recall, JSON.stringify(summary)).toBeGreaterThanOrEqual(0.95);
  });

  it('leaves nearly every clean draft without a word', () => {
    const clean = DRAFTS.filter(({ expected }) => expected.size === 0);
    const alarmed = clean.filter(({ input }) => runChecks(input).length > 0);
    expect(alarmed.length / clean.length, `seeds ${alarmed.map(({ seed }) => seed).join()}`).toBeLessThan(
      0.02,
    );
  });
});
