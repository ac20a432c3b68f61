import { visible } from './queries.ts';
import type { MatterRow } from './queries.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { listMatterTypes } from './matterTypeQueries.ts';
import { groupBy } from '../../core/model/groupBy.ts';

export interface MatterListItem {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly type: string;
  readonly stage: string;
  readonly responsible: string;
  readonly parties: string[];
  readonly lastEntryAtUtc: number | null;
  readonly entryCount: number;
  readonly restricted: boolean;
}

export interface MatterListQuery {
  readonly personId: string;
  readonly query: string;
  readonly sort: 'recent' | 'reference' | 'title' | 'stage';
  readonly limit: number;
  readonly after: string | undefined;
}

const SORTS = {
  recent: { column: 'matters.recent_utc', order: 'desc', value: (row: MatterRow) => row.recent_utc },
  reference: { column: 'matters.reference', order: 'asc', value: (row: MatterRow) => row.reference },
  title: { column: 'matters.title', order: 'asc', value: (row: MatterRow) => row.title },
  stage: { column: 'matters.stage', order: 'asc', value: (row: MatterRow) => row.stage },
} as const;

/** A page of matters whose reference, title or parties have words that begin with each word typed. */
export async function listMatters(
  db: Database,
  { personId, query, sort, limit, after }: MatterListQuery,
): Promise<{ readonly items: MatterListItem[]; readonly next: string | null }> {
  const { column, order, value } = SORTS[sort];
  const cursor = readCursor(after);
  const found = visible(db, personId)
    .select<MatterRow[]>('matters.*')
    .orderBy(column, order)
    .orderBy('matters.seq', order)
    .limit(limit + 1);
  const words = matchWords(query);
  if (words)
    void found.whereRaw('matters.seq IN (SELECT rowid FROM matter_words WHERE matter_words MATCH ?)', [
      words,
    ]);
  if (cursor)
    void found.whereRaw(`(${column}, matters.seq) ${order === 'desc' ? '<' : '>'} (?, ?)`, [...cursor]);
  const rows = await found;
  const page = toPage(
    rows,
    limit,
    (row) => row,
    (row) => [value(row), row.seq],
  );
  return { items: await describe(db, page.items), next: page.next };
}

/** Each word typed becomes a quoted prefix, so that no sign of the query language can be typed by accident. */
function matchWords(query: string): string | undefined {
  const words = query.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.length > 0
    ? words
        .slice(0, 8)
        .map((word) => `"${word}"*`)
        .join(' ')
    : undefined;
}

async function describe(db: Database, rows: readonly MatterRow[]): Promise<MatterListItem[]> {
  const ids = rows.map(({ id }) => id);
  const types = await listMatterTypes(db);
  const typeById = new Map(types.map((type) => [type.id as string, type]));
  const people = await db('people').select<{ id: string; name: string }[]>('id', 'name');
  const personById = new Map(people.map(({ id, name }) => [id, name]));
  const parties = await db('parties')
    .join('contacts', 'contacts.id', 'parties.contact_id')
    .whereIn('parties.matter_id', ids)
    .orderBy('parties.seq')
    .select<{ matter_id: string; name: string }[]>('parties.matter_id', 'contacts.name');
  const byMatter = groupBy(parties, ({ matter_id }) => matter_id);
  return rows.map((row) => {
    const type = typeById.get(row.type_id);
    return {
      id: row.id,
      reference: row.reference,
      title: row.title,
      type: type?.name ?? '',
      stage: type?.stages.find(({ key }) => key === row.stage)?.label ?? '',
      responsible: personById.get(row.responsible_id) ?? '',
      parties: [...new Set((byMatter.get(row.id) ?? []).map(({ name }) => name))],
      lastEntryAtUtc: row.last_entry_utc,
      entryCount: row.entry_count,
      restricted: row.restricted === 1,
    };
  });
}
