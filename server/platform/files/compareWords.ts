import { diffWordsWithSpace } from 'diff';
import type { ComparedPart } from '../../../contract/common.ts';

/** A comparison that would take longer than this is given up, and both wordings are shown whole. */
const COMPARE_MS = 2_000;

/** How a text differs from how it was before, word by word. */
export function compareWords(before: string, after: string): ComparedPart[] {
  const parts = diffWordsWithSpace(before, after, { timeout: COMPARE_MS });
  if (!parts)
    return [
      { kind: 'removed', text: before },
      { kind: 'added', text: after },
    ];
  return parts.map(({ added, removed, value }) => ({
    kind: added ? 'added' : removed ? 'removed' : 'same',
    text: value,
  }));
}
