import { wordsOf } from '../model/words.ts';
import { foldSearch } from './variants.ts';

/** One thing to be found: neighbouring words in their order; with `prefix` the last one may go on. */
export interface Term {
  readonly words: readonly string[];
  readonly prefix: boolean;
}

/** More than this nobody looks for at once. */
const MAX_TERMS = 12;
const MAX_TYPED = 400;
/** A shorter beginning fits half of everything. */
const MIN_PREFIX = 2;

/**
 * Reads what somebody typed: words are all to be found, in any order; "words in quotes" as they stand; a word with a star
 * behind it, and the one that is still being typed at the end, by its beginning.
 */
export function readQuery(typed: string): readonly Term[] {
  const terms: Term[] = [];
  const text = typed.slice(0, MAX_TYPED).normalize('NFC');
  for (const [whole, quoted] of text.matchAll(/"([^"]*)"?|[^\s"]+/g)) {
    const words = wordsOf(quoted ?? whole).map((word) => word.text);
    if (words.length === 0) continue;
    const last = words.at(-1) ?? '';
    const typing = quoted === undefined && text.endsWith(whole) && /[\p{L}\p{N}]$/u.test(whole);
    const prefix = quoted === undefined && last.length >= MIN_PREFIX && (typing || whole.endsWith('*'));
    terms.push({ words, prefix });
  }
  return terms.slice(0, MAX_TERMS);
}

/** A piece of text, with whether it is what was looked for. */
export interface Marked {
  readonly text: string;
  readonly hit: boolean;
}

interface Span {
  readonly from: number;
  readonly to: number;
}

const fits = (term: Term, words: readonly { readonly text: string }[], at: number): boolean =>
  term.words.every((wanted, n) => {
    const have = foldSearch(words[at + n]?.text ?? '');
    const folded = foldSearch(wanted);
    const last = n === term.words.length - 1;
    return last && term.prefix ? have.startsWith(folded) : have === folded;
  });

function hitsIn(text: string, terms: readonly Term[]): readonly Span[] {
  const words = wordsOf(text);
  const spans: Span[] = [];
  for (let at = 0; at < words.length; at += 1) {
    const term = terms.find((one) => fits(one, words, at));
    const [first, last] = [words[at], words[at + (term?.words.length ?? 1) - 1]];
    if (!term || !first || !last) continue;
    spans.push({ from: first.from, to: last.to });
    at += term.words.length - 1;
  }
  return spans;
}

/** A text cut where what was looked for begins and ends. */
export function markHits(text: string, terms: readonly Term[]): readonly Marked[] {
  const marked: Marked[] = [];
  let at = 0;
  for (const { from, to } of hitsIn(text, terms)) {
    if (from > at) marked.push({ text: text.slice(at, from), hit: false });
    marked.push({ text: text.slice(from, to), hit: true });
    at = to;
  }
  if (at < text.length) marked.push({ text: text.slice(at), hit: false });
  return marked;
}

/** How much of a text a line shows, and how much of it before the first hit. */
const EXCERPT_CHARS = 200;
const LEAD_CHARS = 50;
/** Texts are searched for their first hit this far. */
const LOOKED_THROUGH = 40_000;

/** The part of a text around the first thing that was looked for, marked; its beginning where nothing of it is there. */
export function excerpt(text: string, terms: readonly Term[]): readonly Marked[] {
  const flat = text.slice(0, LOOKED_THROUGH).replace(/\s+/g, ' ').trim();
  const [first] = hitsIn(flat, terms);
  const from = Math.max(0, (first?.from ?? 0) - LEAD_CHARS);
  const start = from === 0 ? 0 : flat.indexOf(' ', from) + 1;
  const end =
    start + EXCERPT_CHARS >= flat.length ? flat.length : flat.lastIndexOf(' ', start + EXCERPT_CHARS);
  const part = flat.slice(start, Math.max(end, start));
  const lead: readonly Marked[] = start > 0 ? [{ text: '… ', hit: false }] : [];
  const tail: readonly Marked[] = end < flat.length ? [{ text: ' …', hit: false }] : [];
  return [...lead, ...markHits(part, terms), ...tail];
}
