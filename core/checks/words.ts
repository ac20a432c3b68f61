import { foldName, foldText } from '../model/words.ts';
import type { Word } from '../model/words.ts';

const startsUpper = (word: string): boolean => /^\p{Lu}/u.test(word);

/**
 * References look like `SV-2041`: one to four letters and figures. People write `SV 2041`, `sv2041` and `SV/2041` for it.
 */
const REFERENCE =
  /(?<![\p{L}\p{N}])(?<letters>\p{L}{1,4})(?<between>\s?[-–‐‑/]\s?|[\s.]|)0{0,4}(?<figures>[1-9]\d{0,5})(?![\p{L}\p{N}]|[.,]\d)/gu;
/** References that carry their year: `2026/0014`, `SV-2026-14`. They are looked for as they are written. */
const DATED_REFERENCE =
  /(?<![\p{L}\p{N}/-])(?:\p{L}{1,4}[-/ ])?(?:19|20)\d{2}[-/]\d{1,6}(?![\p{L}\p{N}]|[-/.,]\d)/gu;
/** Short words that stand before a figure and a space without being a reference's letters. */
const SMALL_WORDS = new Set(
  'a i am an as at be by do du est et in is it la le los me mm my no nr nei nye og of on or per pp so til to ut von the for and was are der die das och med par mar may jan feb apr jun jul aug sep oct nov dec page item room unit plot flat line sum max min'.split(
    ' ',
  ),
);

function referenceOf(match: RegExpMatchArray): string | undefined {
  const { letters = '', between = '', figures = '' } = match.groups ?? {};
  const isMarked = /[-–‐‑/]/u.test(between);
  if (letters.length === 1 && !(isMarked && /\p{Lu}/u.test(letters))) return undefined;
  // With nothing but a space between, only capitals, or letters that are no word of the language.
  if (
    !isMarked &&
    between !== '' &&
    letters !== letters.toUpperCase() &&
    SMALL_WORDS.has(letters.toLowerCase())
  )
    return undefined;
  return `${letters.toUpperCase()}-${figures}`;
}

/** Longest name looked for, in words, and the most candidates of one message: bounds for the index, not for people. */
const MAX_NAME_WORDS = 4;
const MAX_CANDIDATES = 1500;
/** Shorter names are not taken for inflected ones: `Ross` is not `Ros`. */
const MIN_INFLECTED = 6;

const MAIL_ADDRESS = /[\p{L}\p{N}._%+-]{1,64}@(?:[\p{L}\p{N}-]{1,63}\.){1,8}\p{L}{2,24}/gu;

/** Mail addresses written in a text, as written. */
export const addressCandidates = (text: string): readonly string[] => [
  ...new Set([...text.matchAll(MAIL_ADDRESS)].map(([address]) => address)),
];

/** What in a text might be a reference: as a matter would have it, `SV-2041`, to the words as written, `sv 2041`. */
export function referenceCandidates(text: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const match of text.matchAll(REFERENCE)) {
    const reference = referenceOf(match);
    if (reference !== undefined && !found.has(reference)) found.set(reference, match[0]);
    if (found.size >= MAX_CANDIDATES) break;
  }
  for (const [written] of text.matchAll(DATED_REFERENCE)) {
    if (found.size >= MAX_CANDIDATES) break;
    found.set(written.toUpperCase(), written);
  }
  return found;
}

/** What an address names is the place: `Gilded Tern Road` is no vessel. */
const STREETS = new Set(
  (
    'street st road rd lane avenue ave close court drive way terrace row crescent gardens square place hill quay wharf walk mews ' +
    'grove park parade gate yard house vei veien gate gata gaten vegen straße strasse weg platz allee straat laan plein'
  ).split(' '),
);
/** Words that neither begin nor end a name written in small letters. */
const NO_NAME = new Set(
  (
    'a an the and or of to in on at by for with from as is are was were be been it its this that these those he she we you they i ' +
    'our your their his her my not no if so but then than when while will would can could may shall should has have had do does did'
  ).split(' '),
);

/** A title with a family name behind it: `Mr Vane`. */
const TITLED =
  /(?<![\p{L}])(?:Mr|Mrs|Ms|Miss|Mx|Dr|Prof|Professor|Sir|Lady|Herr|Frau|Fru|Madame|Monsieur)\.?\s(?<name>\p{Lu}[\p{L}’'-]{1,40})/gu;

/** What a family name is looked up by, so that it is not taken for a whole name. */
export const familyKey = (familyName: string): string => `~${foldName(familyName)}`;

/**
 * What in a text might be a name: runs of up to four neighbouring words of which the first and last are capitalised, each
 * by its folded form, and family names behind a title by {@link familyKey}. With `anyCase`, runs of two words and more in
 * small letters too, `the gilded tern`, and such with figures, `14 Quay Row`. The index is asked for these alone, however
 * many names the practice knows.
 */
export function nameCandidates(text: string, { anyCase = false } = {}): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const { words, folded } = foldText(text);
  const isEnd = (at: number): boolean => {
    const word = folded[at] ?? '';
    return word.length > 1 && !NO_NAME.has(word);
  };
  for (let start = 0; start < words.length && found.size < MAX_CANDIDATES; start += 1) {
    const first = words[start];
    if (!first || !(startsUpper(first.text) || (anyCase && isEnd(start)))) continue;
    for (let end = start; end < Math.min(words.length, start + MAX_NAME_WORDS); end += 1) {
      const last = words[end];
      if (!last || (end > start && text.slice(words[end - 1]?.to, last.from).trim() !== '')) break;
      const capital = startsUpper(first.text) && startsUpper(last.text);
      if (!capital && !(anyCase && end > start && isEnd(start) && isEnd(end))) continue;
      if (isInAddress(text, words, folded, end)) continue;
      const run = text.slice(first.from, last.to);
      const key = folded.slice(start, end + 1).join(' ');
      found.set(key, run);
      // A plural or a genitive without an apostrophe: `the Gilded Terns`, `Gilded Terns eiere`.
      if (capital && key.length > MIN_INFLECTED && key.endsWith('s') && !found.has(key.slice(0, -1)))
        found.set(key.slice(0, -1), run);
    }
  }
  if (anyCase)
    for (const match of text.matchAll(TITLED)) {
      const name = (match.groups?.['name'] ?? '').replace(/['’]s$/u, '');
      found.set(
        familyKey(name),
        match[0].slice(0, match[0].length - (match.groups?.['name'] ?? '').length) + name,
      );
    }
  return found;
}

/** Whether a run ends before the word that makes a street of it. */
function isInAddress(text: string, words: readonly Word[], folded: readonly string[], end: number): boolean {
  const [last, next] = [words[end], words[end + 1]];
  if (!last || !next || !STREETS.has(folded[end + 1] ?? '')) return false;
  return startsUpper(next.text) && text.slice(last.to, next.from) === ' ';
}
