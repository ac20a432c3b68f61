import { diffArrays } from 'diff';
import { patternOf, patternTokens } from '../../core/figures/pattern.ts';
import type { Rewritten } from '../correspondence/entry.ts';
import type { StoredMessage } from '../messages/message.ts';

/** A comparison that would take longer is given up: the message leaves, and nothing is said of its wording. */
const COMPARE_MS = 200;
/** Sentences that are kept of one message, and how much of each. */
const MOST_SENTENCES = 12;
const MOST_SIGNS = 600;

/** How much of the wording that a message began from its writer changed; undefined where it began from none. */
export function rewrittenIn({
  sendOptions: { begun, takenUp },
  body,
  templateVersionId,
}: Pick<StoredMessage, 'sendOptions' | 'body' | 'templateVersionId'>): Rewritten | undefined {
  if (begun === undefined || templateVersionId === null) return undefined;
  // The words of another's letter are no wording of ours: they are neither counted nor kept.
  if (takenUp?.quoted || takenUp?.how === 'forward') return undefined;
  const sent = patternOf(body.content);
  const words = begun.flatMap(patternTokens);
  const changed = changedWords(words, sent.flatMap(patternTokens));
  const sentences = changedSentences(begun, sent);
  if (changed === undefined || sentences === undefined) return undefined;
  return { words: words.length, changed, sentences: sentences.slice(0, MOST_SENTENCES) };
}

/** Words put in the place of others count once; words taken out or put in count each. */
function changedWords(before: readonly string[], after: readonly string[]): number | undefined {
  const parts = diffArrays([...before], [...after], { timeout: COMPARE_MS });
  if (!parts) return undefined;
  let changed = 0;
  let removed = 0;
  let added = 0;
  for (const part of [...parts, { added: false, removed: false, value: [] }]) {
    if (part.removed) removed += part.value.length;
    else if (part.added) added += part.value.length;
    else {
      changed += Math.max(removed, added);
      removed = 0;
      added = 0;
    }
  }
  return changed;
}

/** Each sentence that is no longer there, with what stands in its place; those put in with no former are not among them. */
function changedSentences(
  before: readonly string[],
  after: readonly string[],
): Rewritten['sentences'] | undefined {
  const parts = diffArrays([...before], [...after], { timeout: COMPARE_MS });
  if (!parts) return undefined;
  return parts.flatMap((part, n) => {
    if (!part.removed) return [];
    const beside = [parts[n - 1], parts[n + 1]].find((one) => one?.added);
    const instead = beside?.value ?? [];
    return part.value.map((was, m) => ({
      was: was.slice(0, MOST_SIGNS),
      // More came in than went: the last of those that went takes the rest.
      became: (m === part.value.length - 1 ? instead.slice(m) : instead.slice(m, m + 1))
        .join(' ')
        .slice(0, MOST_SIGNS),
    }));
  });
}
