/** The end of a conversation as it stood before an entry was filed. */
export interface LastWord {
  readonly direction: 'out' | 'in' | 'note';
  readonly channel: string;
  readonly occurredAtUtc: number;
}

/** Whose time an answer took: `theirs` where they answered us, `ours` where we answered them. */
export type Side = 'ours' | 'theirs';

/** What is sent back from an answer page, or by a machine, asks for no answer; neither does a note. */
const ASKS_NOTHING: ReadonlySet<string> = new Set(['answer', 'note']);

/**
 * Whether an entry answers the last word of its conversation: it comes from the other side, and not before it. The last
 * message alone is answered: where we wrote twice, the time runs from the second.
 */
export function answersLast(
  last: LastWord | undefined,
  entry: LastWord & { readonly automatic?: boolean },
): Side | undefined {
  if (!last || entry.automatic || ASKS_NOTHING.has(last.channel)) return undefined;
  if (entry.occurredAtUtc < last.occurredAtUtc) return undefined;
  if (last.direction === 'out' && entry.direction === 'in') return 'theirs';
  return last.direction === 'in' && entry.direction === 'out' ? 'ours' : undefined;
}

/** Times are kept to the quarter of an hour: nobody works to the minute, and they are counted together then. */
export const toQuarter = (minutes: number): number => Math.round(minutes / 15) * 15;
