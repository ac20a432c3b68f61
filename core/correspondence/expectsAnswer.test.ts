import { describe, expect, it } from 'vitest';
import { LAST_WORDS } from '../tests/waiting/pairs.ts';
import { expectsAnswer } from './expectsAnswer.ts';

const mistakes = LAST_WORDS.filter(
  ({ waits, ...last }) => expectsAnswer({ ...last, automatic: false }) !== waits,
);

describe('whether a message waits for an answer', () => {
  it('is right of nineteen in twenty, as people write them', () => {
    expect(LAST_WORDS.length).toBeGreaterThanOrEqual(200);
    const right = 1 - mistakes.length / LAST_WORDS.length;
    expect(
      right,
      mistakes.map(({ text, waits }) => `${waits ? '-' : '+'} ${text}`).join('\n'),
    ).toBeGreaterThanOrEqual(0.95);
  });

  it('is no for what a machine sent, and is asked of its writer’s own words alone', () => {
    const last = { direction: 'in', isReply: true, automatic: false } as const;
    expect(expectsAnswer({ ...last, text: 'Could you call?', automatic: true })).toBe(false);
    expect(expectsAnswer({ ...last, text: 'Thank you.\n\n> Could you let us know?' })).toBe(false);
  });

  it('is read in a bounded time', () => {
    for (const text of [
      'a'.repeat(400_000),
      'please '.repeat(60_000),
      '?'.repeat(400_000),
      'if you have any '.repeat(30_000),
    ])
      expect(typeof expectsAnswer({ direction: 'in', isReply: true, automatic: false, text })).toBe(
        'boolean',
      );
  });
});
