/** Something that a column of a list can be. */
export interface ColumnTarget {
  readonly key: string;
  readonly label: string;
  /** Other names that lists from elsewhere have for it. */
  readonly also: readonly string[];
  /** What its cells look like, where that tells it from others. */
  readonly looksLike?: RegExp;
}

const bare = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** What is as good as said. */
const EXACT = 1;
/** Less than this is a guess that would have to be undone more often than it helps. */
const LEAST = 0.5;

/** How much of two names is the same, from 0 to 1: the words they share among all their words. */
function likeness(head: string, name: string): number {
  const [a, b] = [bare(head), bare(name)];
  if (a === '' || b === '') return 0;
  if (a === b || a.replaceAll(' ', '') === b.replaceAll(' ', '')) return EXACT;
  const [mine, theirs] = [new Set(a.split(' ')), new Set(b.split(' '))];
  const shared = [...mine].filter((word) => theirs.has(word)).length;
  return (2 * shared) / (mine.size + theirs.size) - 0.01;
}

/** Share of filled cells that look as they should for what looks are taken as a sign. */
const MOSTLY = 0.8;

/**
 * Which target each column of a list is, by its head and, where the head says nothing, by what its cells look like; the
 * likeliest pair first, each target once. Undefined where nothing is likely.
 */
export function mapColumns(
  heads: readonly string[],
  samples: readonly (readonly string[])[],
  targets: readonly ColumnTarget[],
): readonly (string | undefined)[] {
  const pairs = heads.flatMap((head, column) =>
    targets.map((target) => ({
      column,
      key: target.key,
      likely: Math.max(...[target.label, ...target.also].map((name) => likeness(head, name))),
    })),
  );
  const byLooks = heads.flatMap((_head, column) => {
    const cells = samples.map((row) => row[column] ?? '').filter((cell) => cell.trim() !== '');
    return targets.flatMap(({ key, looksLike }) => {
      if (!looksLike || cells.length === 0) return [];
      const share = cells.filter((cell) => looksLike.test(cell.trim())).length / cells.length;
      return share >= MOSTLY ? [{ column, key, likely: LEAST }] : [];
    });
  });
  const found = new Map<number, string>();
  const taken = new Set<string>();
  const likeliest = [...pairs, ...byLooks]
    .filter(({ likely }) => likely >= LEAST)
    .sort((a, b) => b.likely - a.likely);
  for (const { column, key } of likeliest) {
    if (found.has(column) || taken.has(key)) continue;
    found.set(column, key);
    taken.add(key);
  }
  return heads.map((_head, column) => found.get(column));
}
