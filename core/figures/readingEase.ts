/** A text's words and sentences, counted, and how easily it is read. */
export interface ReadingEase {
  readonly words: number;
  readonly sentences: number;
  /** 0–100, the higher the easier. */
  readonly score: number;
  readonly level: 'veryEasy' | 'easy' | 'plain' | 'demanding' | 'hard';
}

/** How a language's score is made of words a sentence and syllables a word. */
type Formula = (wordsASentence: number, syllablesAWord: number) => number;

/**
 * Formulas that are known: English (R. Flesch, “A new readability yardstick”, 1948) and German (T. Amstad, 1978). Other
 * languages have none here, and are left out rather than guessed.
 */
const FORMULAS: Readonly<Record<string, Formula>> = {
  en: (words, syllables) => 206.835 - 1.015 * words - 84.6 * syllables,
  de: (words, syllables) => 180 - words - 58.5 * syllables,
};

/** Fewer words than this have no reading ease. */
const LEAST_WORDS = 20;

/** How easily a text is read; undefined in a language without a formula, and of a few words. */
export function readingEase(sentences: readonly string[], language: string): ReadingEase | undefined {
  const base = language.toLowerCase().split('-')[0] ?? '';
  const formula = Object.hasOwn(FORMULAS, base) ? FORMULAS[base] : undefined;
  const words = sentences.flatMap(wordsOf);
  const said = sentences.filter((sentence) => wordsOf(sentence).length > 0).length;
  if (!formula || words.length < LEAST_WORDS || said === 0) return undefined;
  const syllables = words.reduce((sum, word) => sum + syllablesOf(word, base), 0);
  const score = Math.min(100, Math.max(0, formula(words.length / said, syllables / words.length)));
  return { words: words.length, sentences: said, score: Math.round(score), level: levelOf(score) };
}

/** Flesch's own steps, in five. */
function levelOf(score: number): ReadingEase['level'] {
  if (score >= 80) return 'veryEasy';
  if (score >= 65) return 'easy';
  if (score >= 50) return 'plain';
  return score >= 30 ? 'demanding' : 'hard';
}

export const wordsOf = (text: string): readonly string[] => text.match(/\p{L}[\p{L}\p{M}'’-]*/gu) ?? [];

/** Sounded vowels, by the spelling: groups of them, less an English silent end. At least one. */
export function syllablesOf(word: string, language: string): number {
  const plain = word.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '');
  if (language === 'de')
    return Math.max(1, (plain.match(/(?:ei|ie|au|eu|ai|aa|ee|oo|[aeiouy])/g) ?? []).length);
  // A silent e stays silent before an ending: engagement, safely.
  const sounded = plain.replace(/([^aeiouy])e(?=(?:ments?|ly|ful|less|ness)$)/, '$1');
  const groups = (sounded.match(/[aeiouy]+/g) ?? []).length;
  const silentEnd = /[^aeiouyl]e$/.test(plain) || /[^aeiouytd]ed$/.test(plain) ? 1 : 0;
  return Math.max(1, groups - silentEnd);
}
