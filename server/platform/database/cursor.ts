import type { Knex } from 'knex';

/** A place in a list: the sort value of the last row shown and what tells it from its equals. */
export type Cursor = readonly [sortValue: string | number, tieBreak: string | number];

export const writeCursor = (cursor: Cursor): string =>
  Buffer.from(JSON.stringify(cursor)).toString('base64url');

const isSortable = (value: unknown): value is string | number =>
  typeof value === 'string' || typeof value === 'number';

/** Reads a cursor that a client hands back; undefined where it is not one of ours. */
export function readCursor(text: string | undefined): Cursor | undefined {
  if (text === undefined) return undefined;
  try {
    const parsed: unknown = JSON.parse(Buffer.from(text, 'base64url').toString('utf8'));
    if (!Array.isArray(parsed) || parsed.length !== 2) return undefined;
    const [value, tie]: unknown[] = parsed;
    return isSortable(value) && isSortable(tie) ? [value, tie] : undefined;
  } catch {
    return undefined;
  }
}

export type Direction = 'asc' | 'desc';

const TURNED: Readonly<Record<Direction, Direction>> = { asc: 'desc', desc: 'asc' };

/** What a list goes by: an SQL expression of ours, and which way it goes unless it is reversed. */
export interface Order {
  readonly by: string;
  readonly order: Direction;
}

interface SortedPage extends Order {
  readonly reversed: boolean;
  /** The column that tells equals apart. */
  readonly tie: string;
  readonly after: string | undefined;
  readonly limit: number;
}

/** Sorts a list and begins it after a place; each row carries its `sort_value`, and there is one row more than the page shows. */
export function sortedPage(
  db: Pick<Knex, 'raw'>,
  found: Knex.QueryBuilder,
  { by, order: usual, reversed, tie, after, limit }: SortedPage,
): void {
  const order = reversed ? TURNED[usual] : usual;
  void found
    .select(db.raw(`${by} AS sort_value`))
    .orderByRaw(`${by} ${order}`)
    .orderBy(tie, order)
    .limit(limit + 1);
  const place = readCursor(after);
  if (place) void found.whereRaw(`(${by}, ${tie}) ${order === 'desc' ? '<' : '>'} (?, ?)`, [...place]);
}

/** Cuts the one row too many that tells whether there is a next page. */
export function toPage<Row, Item>(
  rows: readonly Row[],
  limit: number,
  item: (row: Row) => Item,
  cursorOf: (row: Row) => Cursor,
): { readonly items: Item[]; readonly next: string | null } {
  const shown = rows.slice(0, limit);
  const last = shown.at(-1);
  return { items: shown.map(item), next: rows.length > limit && last ? writeCursor(cursorOf(last)) : null };
}
