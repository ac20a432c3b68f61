/** Between two notes, so that they read as two. */
export const NOTE_GAP = 10;

/** Keeps notes in the order of their places, each as near to its own as the one above leaves room. */
export function layOutNotes(anchors: readonly number[], heights: readonly number[]): readonly number[] {
  const order = anchors.map((_, n) => n).sort((a, b) => (anchors[a] ?? 0) - (anchors[b] ?? 0));
  const tops: number[] = [];
  let free = 0;
  for (const n of order) {
    const top = Math.max(free, Math.round(anchors[n] ?? 0));
    tops[n] = top;
    free = top + (heights[n] ?? 0) + NOTE_GAP;
  }
  return tops;
}
