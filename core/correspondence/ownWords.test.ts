import { expect, it } from 'vitest';
import { ownWords } from './ownWords.ts';

it.each([
  ['Yes.\n\nOn Tue, 3 Nov 2026 at 10:00, Maud wrote:\n> When?', 'Yes.'],
  ['Ja.\n\nAm 3. November 2026 um 10:00 schrieb Maud:\n> Wann?', 'Ja.'],
  ['For you.\n\n-----Original Message-----\nFrom: Maud\nSV-2041', 'For you.'],
  ['Done.\n> one\nand more', 'Done.\nand more'],
  ['From: the beginning it went well', 'From: the beginning it went well'],
  ['', ''],
])('what its writer wrote of %j', (text, own) => {
  expect(ownWords(text).own.trim()).toBe(own);
});
