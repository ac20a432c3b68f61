import { foldName } from '../model/words.ts';

/** Writing without spaces between words: looked for by its signs, two at a time. */
const UNSPACED =
  /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}\p{sc=Thai}\p{sc=Lao}\p{sc=Khmer}\p{sc=Myanmar}]+/gu;
const WORD = /[\p{L}\p{N}]+(?:['’‘ʼ/–-][\p{L}\p{N}]+)*/gu;

/** Longest word that has another form: no name and no reference is longer. */
const MAX_WORD = 60;
/** Most forms of one text. */
const MAX_FORMS = 4_000;

/** A word as it is looked for, however it is written: without accents, apostrophes and the marks within a reference. */
export const foldSearch = (word: string): string => foldName(word).replace(/[^\p{L}\p{N}]+/gu, '');

/** A run of signs as pairs: `報告書` is 報告 and 告書. A single sign is itself. */
function pairs(run: string): readonly string[] {
  const signs = [...run];
  return signs.length < 2 ? signs : signs.slice(1).map((sign, n) => `${signs[n] ?? ''}${sign}`);
}

/**
 * Other forms that the words of a text are found by, where an index of plain words would miss them: `morkesild` for
 * Mørkesild, `odea` for O’Dea, `sv2041` for SV-2041, and pairs of signs where words are not set apart.
 */
export function searchForms(text: string): readonly string[] {
  const forms = new Set<string>();
  for (const [run] of text.matchAll(UNSPACED)) {
    for (const sign of [...run, ...pairs(run)]) forms.add(sign);
    if (forms.size > MAX_FORMS) return [...forms];
  }
  for (const [word] of text.matchAll(WORD)) {
    if (word.length > MAX_WORD) continue;
    const form = foldSearch(word);
    const isReference = /\p{L}/u.test(form) && /\p{N}/u.test(form);
    if (form !== '' && (form !== word.toLowerCase() || isReference)) forms.add(form);
    if (forms.size > MAX_FORMS) break;
  }
  return [...forms];
}

/** The forms a typed word is looked for by, all of them to be there; none where plain words do. */
export function typedForms(word: string): readonly string[] {
  const runs = word.match(UNSPACED);
  if (runs) return runs.flatMap(pairs);
  const form = foldSearch(word);
  return form === '' ? [] : [form];
}
