import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect } from 'react';
import type { ReactNode, RefObject } from 'react';
import classes from './ListTable.module.css';

/** Up to here every row is in the page; of more, only those in view and some around them. */
const WHOLE = 120;
const AROUND = 20;
const ROW_HEIGHT = 36;

/** What a row needs to know its place: its classes, and where it stands in a list that is not all there. */
export interface RowPlace {
  readonly className: string | undefined;
  readonly 'data-index': number;
  readonly 'data-marked': boolean;
  readonly 'aria-rowindex': number;
  readonly ref: ((row: HTMLTableRowElement | null) => void) | undefined;
}

interface ListTableProps<T> {
  /** What the table is of, as it is heard. */
  readonly label: string;
  /** The cells of its head: `SortHead` and `PlainHead`. */
  readonly heads: ReactNode;
  readonly items: readonly T[];
  /** What scrolls it. */
  readonly scroll: RefObject<HTMLElement | null>;
  /** Which row the arrow keys have come to. */
  readonly at?: number | undefined;
  readonly row: (item: T, place: RowPlace) => ReactNode;
}

type CellLook = 'choose' | 'short' | 'narrow' | 'small';

/** The link that a row leads by, from anywhere on it. */
export const ROW_LINK = classes.lead;

/**
 * How a cell is: `choose` holds its check box, `short` is not broken, `narrow` goes where there is little room, `small` on a phone.
 */
export const cell = (...looks: readonly CellLook[]): string =>
  looks.map((look) => classes[look] ?? '').join(' ');

/** A list as a table with heads. A long one has only the rows in view in the page, and is as high as all of them. */
export function ListTable<T>({ label, heads, items, scroll, at, row }: ListTableProps<T>) {
  const isLong = items.length > WHOLE;
  // The rows are drawn anew as they scroll into view, which the compiler's memo would hold back.
  // eslint-disable-next-line react-hooks/incompatible-library -- see above
  const rows = useVirtualizer({
    count: items.length,
    enabled: isLong,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW_HEIGHT,
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
  if (items.length === 0) return null;
  const shown = rows.getVirtualItems();
  const [from, to] = isLong
    ? [shown[0]?.index ?? 0, (shown.at(-1)?.index ?? Math.min(items.length, AROUND) - 1) + 1]
    : [0, items.length];
  const place = (n: number): RowPlace => ({
    className: classes.row,
    'data-index': n,
    'data-marked': n === at,
    'aria-rowindex': n + 2,
    ref: isLong ? rows.measureElement : undefined,
  });
  return (
    <table className={classes.table} aria-label={label} aria-rowcount={items.length + 1}>
      <thead>
        <tr aria-rowindex={1}>{heads}</tr>
      </thead>
      <tbody>
        {isLong ? <Rest height={shown[0]?.start ?? 0} /> : null}
        {items.slice(from, to).map((item, n) => row(item, place(from + n)))}
        {isLong ? <Rest height={rows.getTotalSize() - (shown.at(-1)?.end ?? 0)} /> : null}
      </tbody>
    </table>
  );
}

/** Stands for the rows that are out of view. */
const Rest = ({ height }: { readonly height: number }) =>
  height > 0 ? (
    <tr className={classes.rest} aria-hidden="true">
      <td style={{ height }} />
    </tr>
  ) : null;
