import classes from './SortHead.module.css';

export interface Sorting<T extends string> {
  readonly by: T;
  readonly reversed: boolean;
}

interface SortHeadProps<T extends string> {
  readonly by: T;
  readonly label: string;
  /** Which way it goes when it is not reversed. */
  readonly usual?: 'ascending' | 'descending';
  readonly sorting: Sorting<T>;
  readonly onSort: (sorting: Sorting<T>) => void;
  readonly className?: string | undefined;
}

/** The head of a column, which sorts by it; pressed again, the other way round (ARIA 1.2, aria-sort). */
export function SortHead<T extends string>({
  by,
  label,
  usual = 'ascending',
  sorting,
  onSort,
  className = '',
}: SortHeadProps<T>) {
  const isSorted = sorting.by === by;
  const other = usual === 'ascending' ? 'descending' : 'ascending';
  const way = sorting.reversed ? other : usual;
  return (
    <th scope="col" className={`${classes.head ?? ''} ${className}`} aria-sort={isSorted ? way : 'none'}>
      <button
        type="button"
        onClick={() => {
          onSort({ by, reversed: isSorted && !sorting.reversed });
        }}
      >
        {label}
        <span aria-hidden="true">{isSorted ? (way === 'ascending' ? '↑' : '↓') : ''}</span>
      </button>
    </th>
  );
}

/** The head of a column that cannot be sorted by. */
export function PlainHead({ label, className = '' }: Pick<SortHeadProps<string>, 'label' | 'className'>) {
  return (
    <th scope="col" className={`${classes.head ?? ''} ${className}`}>
      {label}
    </th>
  );
}
