const ONES: Readonly<Record<string, number>> = Object.fromEntries(
  (
    'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen ' +
    'eighteen nineteen'
  )
    .split(' ')
    .map((word, n) => [word, n]),
);
const TENS: Readonly<Record<string, number>> = Object.fromEntries(
  'twenty thirty forty fifty sixty seventy eighty ninety'.split(' ').map((word, n) => [word, (n + 2) * 10]),
);
const SCALES: Readonly<Record<string, number>> = { thousand: 1000, million: 1_000_000 };

/** Words that a whole number is written with, as alternatives of a pattern. */
export const NUMBER_WORD = [
  ...Object.keys(ONES),
  ...Object.keys(TENS),
  'hundred',
  'thousand',
  'million',
].join('|');

/**
 * A whole number written in English words, `two thousand four hundred and fifty-two`, up to 999,999,999. Undefined where a
 * word is none of a number's, or they stand in an order that no number has.
 */
export function readNumberWords(text: string): number | undefined {
  const words = text
    .toLowerCase()
    .split(/[\s-]+/)
    .filter((word) => word !== 'and' && word !== '');
  if (words.length === 0) return undefined;
  let [total, part, lastScale] = [0, 0, Number.POSITIVE_INFINITY];
  let took = '';
  for (const word of words) {
    const one = ONES[word];
    const ten = TENS[word];
    const scale = SCALES[word];
    if (one !== undefined) {
      if (took === 'one' || (took === 'ten' && (one === 0 || one > 9))) return undefined;
      part += one;
      took = 'one';
    } else if (ten !== undefined) {
      if (took === 'one' || took === 'ten') return undefined;
      part += ten;
      took = 'ten';
    } else if (word === 'hundred') {
      if (took === 'ten' || part === 0 || part > 9) return undefined;
      part *= 100;
      took = 'hundred';
    } else if (scale !== undefined) {
      if (part === 0 || scale >= lastScale) return undefined;
      total += part * scale;
      [part, lastScale, took] = [0, scale, 'scale'];
    } else return undefined;
  }
  return total + part;
}
