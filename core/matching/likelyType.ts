import { foldName, wordsOf } from '../model/words.ts';

/** What somebody wrote on a matter of a type before. */
export interface TypeSample {
  readonly typeId: string;
  readonly text: string;
}

/** Shorter words stand in every letter. */
const LEAST_LETTERS = 4;
/** A type that is not at least this likely is not named: 0–1, over all types there are samples of. */
const LIKELY = 0.6;
/** As if each word had been seen so often more in every type (Lidstone smoothing, 0 < λ ≤ 1). */
const LAMBDA = 0.5;

const tokens = (text: string): readonly string[] =>
  wordsOf(text)
    .map((word) => foldName(word.text))
    .filter((word) => word.length >= LEAST_LETTERS);

/**
 * Which type of matter a message is likely the beginning of: by its words beside those of earlier ones (multinomial naive
 * Bayes, McCallum and Nigam 1998), and by the types of what its writer is on. Undefined where no type is likely.
 */
export function likelyType(
  text: string,
  samples: readonly TypeSample[],
  writersTypes: readonly string[],
): string | undefined {
  const counts = new Map<string, Map<string, number>>();
  const vocabulary = new Set<string>();
  const documents = new Map<string, number>();
  for (const { typeId, text: said } of samples) {
    const known = counts.get(typeId) ?? new Map<string, number>();
    for (const word of tokens(said)) {
      vocabulary.add(word);
      known.set(word, (known.get(word) ?? 0) + 1);
    }
    counts.set(typeId, known);
    documents.set(typeId, (documents.get(typeId) ?? 0) + 1);
  }
  // A matter of the writer's weighs as much as a fifth of all that was written.
  const weight = Math.max(1, samples.length / 5);
  for (const typeId of writersTypes) documents.set(typeId, (documents.get(typeId) ?? 0) + weight);
  const asked = [...new Set(tokens(text))].filter((word) => vocabulary.has(word));
  if (asked.length === 0 && writersTypes.length === 0) return undefined;
  const scores = [...documents].map(([typeId, prior]) => {
    const known = counts.get(typeId) ?? new Map<string, number>();
    const all = [...known.values()].reduce((sum, n) => sum + n, 0);
    const likelihood = asked.reduce(
      (sum, word) => sum + Math.log(((known.get(word) ?? 0) + LAMBDA) / (all + LAMBDA * vocabulary.size)),
      0,
    );
    return { typeId, log: Math.log(prior) + likelihood };
  });
  const most = Math.max(...scores.map(({ log }) => log));
  const whole = scores.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  return scores.find(({ log }) => log === most && 1 / whole >= LIKELY)?.typeId;
}
