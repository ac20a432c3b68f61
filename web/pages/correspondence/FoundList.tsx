import type { RefObject } from 'react';
import type { FoundEntry } from '../../../contract/search.ts';
import { FoundLine } from '../../parts/found/FoundLine.tsx';
import { useLongList } from '../../ui/useLongList.ts';

/** Two lines of words and the room between. */
const LINE_HEIGHT = 57;

interface FoundListProps {
  readonly items: readonly FoundEntry[];
  /** What scrolls it. */
  readonly scroll: RefObject<HTMLElement | null>;
  /** Which one the arrow keys have come to. */
  readonly at: number | undefined;
}

/** What was found, one under another; of a long list only what is in view is in the page. */
export function FoundList({ items, scroll, at }: FoundListProps) {
  const { from, to, before, after, measure } = useLongList({
    count: items.length,
    scroll,
    rowHeight: LINE_HEIGHT,
    at,
  });
  return (
    <>
      {before > 0 ? <div style={{ height: before }} /> : null}
      {items.slice(from, to).map((entry, n) => (
        <div key={entry.entryId} data-index={from + n} ref={measure}>
          <FoundLine entry={entry} n={from + n} marked={from + n === at} />
        </div>
      ))}
      {after > 0 ? <div style={{ height: after }} /> : null}
    </>
  );
}
