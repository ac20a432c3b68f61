import { diffWords } from 'diff';
import { describe, expect, it } from 'vitest';
import { opposite } from './opposite.ts';

/** As an independent library tells two texts apart. */
const partsOf = (before: string, now: string) =>
  diffWords(before, now).map(({ value, added, removed }) => ({
    kind: added ? ('added' as const) : removed ? ('removed' as const) : ('same' as const),
    text: value,
  }));
const nowOf = (lines: ReturnType<typeof opposite>): string =>
  lines.map(({ pieces }) => pieces.map(({ text }) => text).join('')).join('\n');

describe('former words opposite those that stand now', () => {
  it.each([
    ['Dear Ms Okafor\n\nYours faithfully\nMaud', 'Dear Ms Okafor\n\nKind regards\nMaud'],
    ['One\nTwo\nThree', 'One\nThree'],
    ['One', 'One\nand a second line\nand a third'],
    ['', 'All of it is new'],
    ['All of it is gone', ''],
    ['the same', 'the same'],
    ['We met on 3 March at 9:00.', 'We meet on 4 March at 10:30, as agreed.'],
  ])('leave the text as it reads now: %j → %j', (before, now) => {
    expect(nowOf(opposite(partsOf(before, now)))).toBe(now);
  });

  it('stand with the line in which they were replaced, left out or are new', () => {
    const lines = opposite([
      { kind: 'same', text: 'Dear ' },
      { kind: 'removed', text: 'Sir' },
      { kind: 'added', text: 'Ms Okafor' },
      { kind: 'same', text: ',\nthank you' },
      { kind: 'removed', text: ' very much' },
      { kind: 'same', text: '.\n' },
      { kind: 'added', text: 'Kind regards' },
    ]);
    expect(lines).toEqual([
      {
        pieces: [{ text: 'Dear ' }, { text: 'Ms Okafor', change: 1 }, { text: ',' }],
        former: [{ change: 1, text: 'Sir', replaced: true }],
      },
      {
        pieces: [{ text: 'thank you' }, { text: '', change: 2 }, { text: '.' }],
        former: [{ change: 2, text: ' very much', replaced: false }],
      },
      {
        pieces: [{ text: 'Kind regards', change: 3 }],
        former: [{ change: 3, text: undefined, replaced: true }],
      },
    ]);
  });

  it('are a phrase where only spaces stood between its words', () => {
    const [line] = opposite(partsOf('With kind regards, Maud', 'Yours very sincerely, Maud'));
    expect(line?.former).toEqual([{ change: 1, text: 'With kind regards', replaced: true }]);
  });

  it('are each opposite exactly one change', () => {
    const lines = opposite(partsOf('a b c d e f g', 'a x c y e g z'));
    const marked = lines.flatMap(({ pieces }) => pieces.flatMap(({ change }) => change ?? []));
    const former = lines.flatMap(({ former: words }) => words.map(({ change }) => change));
    expect([...new Set(marked)]).toEqual(former);
    expect(former).toEqual(former.map((_, n) => n + 1));
  });
});
