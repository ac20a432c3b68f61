import { describe, expect, it } from 'vitest';
import { parseDocument } from '../template/parseDocument.ts';
import { questionsOf } from '../template/question.ts';
import type { Question } from '../template/question.ts';
import type { PlainDate } from '../model/plainDate.ts';
import { answersText, readAnswers } from './givenAnswer.ts';
import { pageState, takesAnswers } from './pageState.ts';

const question = (attrs: Partial<Question>): Question => {
  const node = { type: 'question', attrs: { key: 'q1', ask: 'What?', kind: 'words', ...attrs } };
  const read = parseDocument({ type: 'doc', content: [node] }, 'message');
  if (!read.ok) throw new Error(JSON.stringify(read));
  const [first] = questionsOf(read.value.content);
  if (!first) throw new Error('no question');
  return first;
};
const given = (attrs: Partial<Question>, ...texts: string[]) =>
  readAnswers([question(attrs)], new Map([['q1', texts]]), new Map(), 'GBP');

describe('what somebody filled in', () => {
  it.each<[string, Partial<Question>, string[], unknown]>([
    ['yes', { kind: 'yesNo' }, ['yes'], { kind: 'yesNo', value: true }],
    ['one of a list', { kind: 'one', options: ['Red', 'Blue'] }, ['Blue'], { kind: 'one', text: 'Blue' }],
    [
      'several of a list',
      { kind: 'several', options: ['Red', 'Blue'] },
      ['Blue', 'Red'],
      { kind: 'several', texts: ['Blue', 'Red'] },
    ],
    [
      'a day that is offered',
      { kind: 'day', options: ['2026-12-14T09:30'] },
      ['2026-12-14T09:30'],
      { kind: 'day', date: '2026-12-14', time: '09:30' },
    ],
    ['no day', { kind: 'day', options: ['2026-12-14'] }, ['none'], { kind: 'day', date: null, time: null }],
    ['a number', { kind: 'number' }, ['12,5'], { kind: 'number', value: 12.5 }],
    [
      'an amount',
      { kind: 'amount' },
      ['£1,250.00'],
      { kind: 'amount', money: { amountMinor: 125_000, currency: 'GBP' } },
    ],
    [
      'an address',
      { kind: 'address' },
      ['4 Quay Row\r\n\r\n Port Sennet '],
      { kind: 'address', lines: ['4 Quay Row', 'Port Sennet'] },
    ],
    ['a name', { kind: 'consent' }, [' Ines   Okafor '], { kind: 'consent', text: 'Ines Okafor' }],
  ])('is read: %s', (_, attrs, texts, answer) => {
    expect(given(attrs, ...texts).answers.get('q1')).toEqual(answer);
  });

  it.each<[string, Partial<Question>, string[], string]>([
    ['what was not offered', { kind: 'one', options: ['Red', 'Blue'] }, ['Green'], 'notOffered'],
    ['a day that was not offered', { kind: 'day', options: ['2026-12-14'] }, ['2026-12-15'], 'notOffered'],
    ['one of several', { kind: 'several', options: ['Red', 'Blue'] }, ['Red', 'Green'], 'notOffered'],
    ['neither yes nor no', { kind: 'yesNo' }, ['perhaps'], 'notOffered'],
    ['no number', { kind: 'number' }, ['a few'], 'notANumber'],
    ['another currency', { kind: 'amount' }, ['€12'], 'notAnAmount'],
    ['nothing', { kind: 'words', required: true }, ['  '], 'missing'],
    ['no file', { kind: 'files', required: true }, [], 'missing'],
    ['too much', { kind: 'words' }, ['x'.repeat(5_001)], 'tooLong'],
    ['too many lines', { kind: 'address' }, ['a\n'.repeat(9)], 'tooLong'],
  ])('is refused: %s', (_, attrs, texts, fault) => {
    const { answers, faults } = given(attrs, ...texts);
    expect([answers.size, faults.get('q1')]).toEqual([0, fault]);
  });

  it('is written question by question, with what was left out', () => {
    const questions = [question({ ask: 'Agreed?', kind: 'yesNo' }), { ...question({}), key: 'q2' }];
    const words = { yes: 'Yes', no: 'No', noDay: 'None', none: '(no answer)' };
    expect(answersText(questions, new Map([['q1', { kind: 'yesNo', value: false }]]), words)).toBe(
      'Agreed?\nNo\n\nWhat?\n(no answer)',
    );
  });
});

describe('a page', () => {
  const life = { untilDay: '2026-12-04' as PlainDate, once: false, answeredUtc: null, withdrawnUtc: null };
  it.each([
    [{}, '2026-12-04', 'open'],
    [{}, '2026-12-05', 'over'],
    [{ answeredUtc: 1 }, '2026-12-04', 'mendable'],
    [{ answeredUtc: 1 }, '2026-12-05', 'answered'],
    [{ answeredUtc: 1, once: true }, '2026-12-04', 'answered'],
    [{ answeredUtc: 1, withdrawnUtc: 2 }, '2026-12-04', 'withdrawn'],
  ])('%j on %s is %s', (change, today, state) => {
    const found = pageState({ ...life, ...change }, today as PlainDate);
    expect(found).toBe(state);
    expect(takesAnswers(found)).toBe(state === 'open' || state === 'mendable');
  });
});

describe('a question', () => {
  it.each([
    [{ kind: 'guess' }],
    [{ key: 'Q 1' }],
    [{ ask: 'x'.repeat(301) }],
    [{ kind: 'day', options: ['tomorrow'] }],
    [{ kind: 'one', options: Array.from({ length: 13 }, (_, n) => String(n)) }],
    [{ kind: 'day', days: { from: -1, count: 3, at: null } }],
    [{ kind: 'day', days: { from: 1, count: 3, at: '25:00' } }],
  ])('out of bounds is refused: %j', (attrs) => {
    const node = { type: 'question', attrs: { key: 'q1', ask: 'What?', kind: 'words', ...attrs } };
    expect(parseDocument({ type: 'doc', content: [node] }, 'template').ok).toBe(false);
  });
});
