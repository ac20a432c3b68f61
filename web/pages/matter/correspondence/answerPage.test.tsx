// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest';
import type { AnswerPageView } from '../../../../contract/answers.ts';
import { refusing, screen, show } from '../../../tests/stage.tsx';
import { AnswerPage } from './AnswerPage.tsx';

const PAGE: AnswerPageView = {
  id: 'p1',
  messageId: 'm1',
  who: 'Ines Okafor',
  state: 'open',
  untilDay: '2026-12-04',
  questions: ['Which day suits you?'],
  timesAnswered: 0,
  answeredUtc: null,
};
const END = 'POST /messages/m1/answer-pages/p1/withdraw';
const answered = { answeredUtc: Date.parse('2026-11-30T10:00:00Z'), timesAnswered: 2 };

const stage = (change: Partial<AnswerPageView> = {}, mayChange = true, end: unknown = { items: [] }) =>
  show(<AnswerPage messageId="m1" mayChange={mayChange} />, {
    'GET /messages/m1/answer-pages': { items: [{ ...PAGE, ...change }] },
    [END]: end,
  });

describe('an answer page beside its message', () => {
  it.each<[string, Partial<AnswerPageView>, RegExp]>([
    ['open', {}, /has not answered yet; answers are taken until Friday 4 December/],
    [
      'answered',
      { state: 'mendable', ...answered },
      /answered on .*, 2 times in all; it can be corrected until/,
    ],
    ['for good', { state: 'answered', ...answered, timesAnswered: 1 }, /answered on [^;]*\.$/],
    ['over', { state: 'over' }, /did not answer; answers were taken until/],
    ['ended', { state: 'withdrawn' }, /No answers are taken any more/],
    ['ended after an answer', { state: 'withdrawn', ...answered }, /no more answers are taken/],
  ])('says how it stands: %s', async (_, change, words) => {
    stage(change, false);
    const region = await screen.findByRole('region', { name: 'Answer page' });
    expect(region.textContent.trim()).toMatch(words);
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('is ended, and opened again, in one press', async () => {
    const { user, changes } = stage();
    await user.click(await screen.findByRole('button', { name: 'Take no more answers' }));
    expect(changes().map(({ body }) => body)).toEqual([{ withdrawn: true }]);
  });

  it('that is over can no more be ended; why an end was refused is said', async () => {
    stage({ state: 'over' });
    await screen.findByRole('region', { name: 'Answer page' });
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('says why it could not be ended', async () => {
    const { user } = stage({}, true, refusing(409, 'decidedMeanwhile', { code: 'nothingChanged' }));
    await user.click(await screen.findByRole('button', { name: 'Take no more answers' }));
    expect((await screen.findByRole('alert')).textContent).not.toBe('');
  });
});
