import type { ReactNode, RefObject } from 'react';
import { useLongList } from './useLongList.ts';
import classes from './ListTable.module.css';

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
  const { isLong, from, to, before, after, measure } = useLongList({
    count: items.length,
    scroll,
    rowHeight: ROW_HEIGHT,
    at,
  });
  if (items.length === 0) return null;
  const place = (n: number): RowPlace => ({
    className: classes.row,
    'data-index': n,
    'data-marked': n === at,
    'aria-rowindex': n + 2,
    ref: measure,
  });
  return (
    <table className={classes.table} aria-label={label} aria-rowcount={items.length + 1}>
      <thead>
        <tr aria-rowindex={1}>{heads}</tr>
      </thead>
      <tbody>
        {isLong ? <Rest height={before} /> : null}
        {items.slice(from, to).map((item, n) => row(item, place(from + n)))}
        {isLong ? <Rest height={after} /> : null}
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
