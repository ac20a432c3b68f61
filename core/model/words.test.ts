import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findPhrase, foldName, foldText, wordsOf } from './words.ts';

describe('folding a name', () => {
  it.each([
    ['Ås Brygge', 'as brygge'],
    ['Sørensen', 'sorensen'],
    ['Straße', 'strasse'],
    ['Ægir Œuvre', 'aegir oeuvre'],
    ['Łódź', 'lodz'],
    ['O’Hara', 'ohara'],
    ['  Plain Name ', 'plain name'],
  ])('%s is compared as %s', (text, folded) => {
    expect(foldName(text)).toBe(folded);
  });

  it('gives the same once folded, whatever is folded', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => foldName(foldName(text)) === foldName(text)),
    );
  });
});

describe('words', () => {
  it('stand where they say, without the ending of a possessive', () => {
    const text = 'The Wren’s mast, and Anne-Mari O’Hara';
    expect(wordsOf(text).map((word) => word.text)).toEqual([
      'The',
      'Wren',
      'mast',
      'and',
      'Anne-Mari',
      'O’Hara',
    ]);
    for (const word of wordsOf(text)) expect(text.slice(word.from, word.to)).toBe(word.text);
  });

  it('fold each for itself as they fold alone', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const { words, folded } = foldText(text);
        expect(folded).toEqual(words.map((word) => foldName(word.text)));
      }),
    );
  });
});

describe('a phrase in a text', () => {
  const text = foldText('We enclose the Survey Reports and the invoice; Sørensen’s plan follows.');

  it.each([
    ['survey report', 'Survey Reports'],
    ['Invoice', 'invoice'],
    ['sorensen', 'Sørensen'],
    ['plan follows', 'plan follows'],
  ])('%s is found as written', (phrase, written) => {
    expect(findPhrase(text, phrase)).toBe(written);
  });

  it.each(['survey invoice', 'voice', 'follows we', 'report of survey'])('%s is not in it', (phrase) => {
    expect(findPhrase(text, phrase)).toBeUndefined();
  });
});
