import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect } from 'react';
import type { RefObject } from 'react';

/** Up to here every row is in the page; of more, only those in view and some around them. */
const WHOLE = 120;
const AROUND = 20;

interface LongListOptions {
  readonly count: number;
  /** What scrolls it. */
  readonly scroll: RefObject<HTMLElement | null>;
  /** How high a row is likely to be, in px; those in view are measured. */
  readonly rowHeight: number;
  /** Which row the arrow keys have come to. */
  readonly at?: number | undefined;
}

interface LongList {
  readonly isLong: boolean;
  /** The rows that are in the page: from this one up to, and without, that one. */
  readonly from: number;
  readonly to: number;
  /** The room of those before and after, in px. */
  readonly before: number;
  readonly after: number;
  /** Measures a row of a long list; it has its place as `data-index`. */
  readonly measure: ((row: HTMLElement | null) => void) | undefined;
}

/** Which rows of a list are in the page: all of a short one, and of a long one those in view. */
export function useLongList({ count, scroll, rowHeight, at }: LongListOptions): LongList {
  const isLong = count > WHOLE;
  // The rows are drawn anew as they scroll into view, which the compiler's memo would hold back.
  // eslint-disable-next-line react-hooks/incompatible-library -- see above
  const rows = useVirtualizer({
    count,
    enabled: isLong,
    getScrollElement: () => scroll.current,
    estimateSize: () => rowHeight,
    overscan: AROUND,
    initialRect: { width: 1_000, height: 800 },
  });
  useEffect(() => {
    if (at === undefined) return;
    if (isLong) rows.scrollToIndex(at, { align: 'auto' });
    else scroll.current?.querySelector(`[data-index="${at}"]`)?.scrollIntoView({ block: 'nearest' });
    // Only a step of whoever walks scrolls; what scrolls otherwise is left where it is.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, [at]);
  if (!isLong) return { isLong, from: 0, to: count, before: 0, after: 0, measure: undefined };
  const shown = rows.getVirtualItems();
  return {
    isLong,
    from: shown[0]?.index ?? 0,
    to: (shown.at(-1)?.index ?? Math.min(count, AROUND) - 1) + 1,
    before: shown[0]?.start ?? 0,
    after: rows.getTotalSize() - (shown.at(-1)?.end ?? 0),
    measure: rows.measureElement,
  };
}
