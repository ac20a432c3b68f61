import { describe, expect, it } from 'vitest';
import type { PlainDate } from '../model/plainDate.ts';
import type { Question } from '../template/question.ts';
import type { GivenAnswer } from './givenAnswer.ts';
import { tallyAnswers } from './tally.ts';

const WORDS = { yes: 'Yes', no: 'No', noDay: 'None of these' };
const question = (key: string, attrs: Partial<Question>): Question => ({
  key,
  ask: `${key}?`,
  kind: 'words',
  required: false,
  options: [],
  days: null,
  offers: null,
  goesTo: null,
  value: null,
  ...attrs,
});
const page = (questions: readonly Question[], given?: Readonly<Record<string, GivenAnswer>>) => ({
  questions,
  given: given && new Map(Object.entries(given)),
});

describe('the answers to a round', () => {
  const day = question('day', { kind: 'day', options: ['2026-12-14T09:30', '2026-12-15'] });
  const several = question('with', { kind: 'several', options: ['The yard', 'The broker'] });
  const words = question('why', {});
  const on = (date: string, time: string | null): GivenAnswer => ({
    kind: 'day',
    date: date as PlainDate,
    time,
  });

  it('are counted by what there was to choose from, what nobody chose among them', () => {
    const pages = [
      page([day, several, words], {
        day: on('2026-12-14', '09:30'),
        with: { kind: 'several', texts: ['The yard', 'The broker'] },
      }),
      page([day, several, words], {
        day: { kind: 'day', date: null, time: null },
        why: { kind: 'words', text: 'So.' },
      }),
      page([day, several, words]),
    ];
    expect(tallyAnswers(pages, WORDS)).toEqual([
      {
        ask: 'day?',
        answered: 2,
        choices: [
          { text: 'Monday 14 December, 9:30', times: 1 },
          { text: 'Tuesday 15 December', times: 0 },
          { text: 'None of these', times: 1 },
        ],
      },
      {
        ask: 'with?',
        answered: 1,
        choices: [
          { text: 'The yard', times: 1 },
          { text: 'The broker', times: 1 },
        ],
      },
      { ask: 'why?', answered: 1, choices: [] },
    ]);
  });

  it('are one question where it was asked in other words, and none where nothing was asked', () => {
    const yes: GivenAnswer = { kind: 'yesNo', value: true };
    const first = question('agreed', { kind: 'yesNo', ask: 'Do you agree?' });
    const tally = tallyAnswers(
      [page([first], { agreed: yes }), page([{ ...first, ask: 'Agreed?' }], { agreed: yes })],
      WORDS,
    );
    expect(tally).toEqual([
      {
        ask: 'Do you agree?',
        answered: 2,
        choices: [
          { text: 'Yes', times: 2 },
          { text: 'No', times: 0 },
        ],
      },
    ]);
    expect(tallyAnswers([], WORDS)).toEqual([]);
  });
});
