import type { Signal } from './evidence.ts';
import { subjectWords } from './matchInput.ts';

const SAME = 3;
const LIKE = 1.5;
/** Shorter subjects (`Hello`, `Question`) are everybody's. */
const MIN_CHARS = 8;
const LIKE_ENOUGH = 0.5;

/** Its subject is, or is like, that of a conversation on the matter: all that is left where a mail program drops the thread. */
export const subject: Signal = ({ subject: own, subjectWords: words }, { subjects }) => {
  if (own.length < MIN_CHARS) return undefined;
  if (subjects.includes(own)) return { code: 'sameSubject', weight: SAME, params: {} };
  const shares = (known: string): boolean => [...words].some((word) => known.includes(word));
  return subjects.some((known) => shares(known) && likeness(words, subjectWords(known)) >= LIKE_ENOUGH)
    ? { code: 'likeSubject', weight: LIKE, params: {} }
    : undefined;
};

/** Jaccard's measure: how much two sets share of what they hold together. */
function likeness(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  const shared = [...a].filter((word) => b.has(word)).length;
  const all = a.size + b.size - shared;
  return all === 0 ? 0 : shared / all;
}
