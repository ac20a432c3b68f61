import { groupBy } from '../../core/model/groupBy.ts';
import { listPeople } from '../access/peopleQueries.ts';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { matterWords, typedWords } from '../platform/database/dialects/sqlite/words.ts';
import { matterTypes } from './matterTypeQueries.ts';
import type { MatterRow } from './queries.ts';

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
  scope: Scope,
  { query, sort, limit, after }: MatterListQuery,
): Promise<{ readonly items: MatterListItem[]; readonly next: string | null }> {
  const { column, order, value } = SORTS[sort];
  const cursor = readCursor(after);
  const found = visible<MatterRow>(scope, 'matters')
    .select<MatterRow[]>('matters.*')
    .orderBy(column, order)
    .orderBy('matters.seq', order)
    .limit(limit + 1);
  const words = typedWords(query);
  if (words) void matterWords.matching(found, words);
  if (cursor)
    void found.whereRaw(`(${column}, matters.seq) ${order === 'desc' ? '<' : '>'} (?, ?)`, [...cursor]);
  const page = toPage(
    (await found) as MatterRow[],
    limit,
    (row) => row,
    (row) => [value(row), row.seq],
  );
  return { items: await describe(scope, page.items), next: page.next };
}

async function describe(scope: Scope, rows: readonly MatterRow[]): Promise<MatterListItem[]> {
  const types = await matterTypes(scope);
  const names = new Map((await listPeople(scope)).map(({ id, name }) => [id as string, name]));
  const parties = await visible(scope, 'parties')
    .join('contacts', 'contacts.id', 'parties.contact_id')
    .whereIn(
      'parties.matter_id',
      rows.map(({ id }) => id),
    )
    .orderBy('parties.seq')
    .select<{ matter_id: string; name: string }[]>('parties.matter_id', 'contacts.name');
  const byMatter = groupBy(parties, ({ matter_id }) => matter_id);
  return rows.map((row) => {
    const type = types.get(row.type_id)?.type;
    return {
      id: row.id,
      reference: row.reference,
      title: row.title,
      type: type?.name ?? '',
      stage: type?.stages.find(({ key }) => key === row.stage)?.label ?? '',
      responsible: names.get(row.responsible_id) ?? '',
      parties: [...new Set((byMatter.get(row.id) ?? []).map(({ name }) => name))],
      lastEntryAtUtc: row.last_entry_utc,
      entryCount: row.entry_count,
      restricted: Boolean(row.restricted),
    };
  });
}
