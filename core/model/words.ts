/**
 * Text folded for comparing names: without diacritics and apostrophes, in lower case, letters that do not decompose as
 * people without the key type them. The one folding of names, references and searches.
 */
export function foldName(text: string): string {
  if (PLAIN.test(text)) return text.toLowerCase().trim();
  const bare = text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .normalize('NFC');
  return bare.replace(/[øæßłđœðþħıŋŧĸſ'’‘ʼ`´]/g, (sign) => FOLDED[sign] ?? '').trim();
}

/** Nothing to fold but the case: most of what people write, and much the quicker. */
const PLAIN = /^[\0-&(-_a-\x7f]*$/;

const FOLDED: Readonly<Record<string, string>> = {
  ø: 'o',
  æ: 'ae',
  ß: 'ss',
  ł: 'l',
  đ: 'd',
  œ: 'oe',
  ð: 'd',
  þ: 'th',
  ħ: 'h',
  ı: 'i',
  ŋ: 'n',
  ŧ: 't',
  ĸ: 'k',
  ſ: 's',
};

/** Whether each of some words begins one of others; both folded. */
export const eachBegins = (wanted: readonly string[], words: readonly string[]): boolean =>
  wanted.every((want) => words.some((word) => word.startsWith(want)));

/** Whether what is typed is part of a name: each word of it begins a word of the name. Nothing typed is part of none. */
export function isPartOfName(typed: string, name: string): boolean {
  const wanted = foldName(typed).split(' ').filter(Boolean);
  return wanted.length > 0 && eachBegins(wanted, foldName(name).split(' '));
}

/** A word with where it stands. A possessive ending is left off, so that `Wren’s` is `Wren`. */
export interface Word {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

export function wordsOf(text: string): readonly Word[] {
  const words: Word[] = [];
  for (const match of text.matchAll(/[\p{L}\p{N}]+(?:['’-][\p{L}\p{N}]+)*/gu)) {
    const bare = match[0].replace(/['’]s$/u, '');
    words.push({ text: bare, from: match.index, to: match.index + bare.length });
  }
  return words;
}

/** A text with its words as written and as they are compared: folded once, for all that is then looked for in it. */
export interface FoldedText {
  readonly text: string;
  readonly words: readonly Word[];
  readonly folded: readonly string[];
}

export function foldText(text: string): FoldedText {
  const words = wordsOf(text);
  return { text, words, folded: words.map((word) => foldName(word.text)) };
}

/** Finds a phrase word by word, in any case and with a plural ending; gives it as written. */
export function findPhrase({ text, words, folded }: FoldedText, phrase: string): string | undefined {
  const wanted = foldName(phrase).split(/\s+/);
  const fits = (at: number): boolean =>
    wanted.every((want, n) => folded[at + n] === want || folded[at + n] === `${want}s`);
  const at = folded.findIndex((_, n) => fits(n));
  const [first, last] = [words[at], words[at + wanted.length - 1]];
  return first && last ? text.slice(first.from, last.to) : undefined;
}
