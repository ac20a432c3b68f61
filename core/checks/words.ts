import { foldText } from '../model/words.ts';

const startsUpper = (word: string): boolean => /^\p{Lu}/u.test(word);

/** References look like `SV-2041`: capital letters, a hyphen, figures. */
const REFERENCE = /(?<![\p{L}\p{N}])\p{Lu}{1,4}-\d{2,6}(?![\p{L}\p{N}])/gu;
/** Longest name looked for, in words, and the most candidates of one message: bounds for the index, not for people. */
const MAX_NAME_WORDS = 4;
const MAX_CANDIDATES = 600;
/** Shorter names are not taken for inflected ones: `Ross` is not `Ros`. */
const MIN_INFLECTED = 6;

const MAIL_ADDRESS = /[\p{L}\p{N}._%+-]{1,64}@(?:[\p{L}\p{N}-]{1,63}\.){1,8}\p{L}{2,24}/gu;

/** Mail addresses written in a text, as written. */
export const addressCandidates = (text: string): readonly string[] => [
  ...new Set([...text.matchAll(MAIL_ADDRESS)].map(([address]) => address)),
];

/** What in a text might be a reference, as written. */
export const referenceCandidates = (text: string): readonly string[] => [
  ...new Set([...text.matchAll(REFERENCE)].map(([reference]) => reference)),
];

/**
 * What in a text might be a name: runs of neighbouring words of which the first and last are capitalised, each run of
 * up to four words, by its folded form. The index is asked for these alone, however many names the practice knows.
 */
export function nameCandidates(text: string): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const { words, folded } = foldText(text);
  for (let start = 0; start < words.length && found.size < MAX_CANDIDATES; start += 1) {
    const first = words[start];
    if (!first || !startsUpper(first.text)) continue;
    for (let end = start; end < Math.min(words.length, start + MAX_NAME_WORDS); end += 1) {
      const last = words[end];
      if (!last || (end > start && text.slice(words[end - 1]?.to, last.from).trim() !== '')) break;
      if (startsUpper(last.text)) {
        const run = text.slice(first.from, last.to);
        const key = folded.slice(start, end + 1).join(' ');
        found.set(key, run);
        // A plural or a genitive without an apostrophe: `the Gilded Terns`, `Gilded Terns eiere`.
        if (key.length > MIN_INFLECTED && key.endsWith('s') && !found.has(key.slice(0, -1)))
          found.set(key.slice(0, -1), run);
      }
    }
  }
  return found;
}
