/** Text folded for comparing names: without diacritics, in lower case, `ø æ å ß ł` as people without the key type them. */
export function foldName(text: string): string {
  const bare = text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();
  return bare.replace(/[øæßłđœ’]/g, (sign) => FOLDED[sign] ?? sign).trim();
}

const FOLDED: Readonly<Record<string, string>> = {
  ø: 'o',
  æ: 'ae',
  ß: 'ss',
  ł: 'l',
  đ: 'd',
  œ: 'oe',
  '’': "'",
};

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
