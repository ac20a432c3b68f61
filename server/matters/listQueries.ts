import type { Knex } from 'knex';
import type { MatterSort } from '../../contract/matters.ts';
import { sql } from '../platform/database/reads.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import { listPeople } from '../access/peopleQueries.ts';
import type { Scope } from '../access/scope.ts';
import { ordinaryMatters, visible } from '../access/visibleQueries.ts';
import { sortedPage, toPage } from '../platform/database/cursor.ts';
import type { Order } from '../platform/database/cursor.ts';
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
  readonly sort: MatterSort;
  readonly reversed?: boolean;
  readonly responsibleId?: string | undefined;
  readonly typeId?: string | undefined;
  readonly stage?: string | undefined;
  readonly state?: 'open' | 'closed' | undefined;
  readonly limit: number;
  readonly after: string | undefined;
}

type SortedRow = MatterRow & { readonly sort_value: string | number | null };

/** What each order goes by, and which way; people and types by their names. */
const SORTS: Readonly<Record<MatterSort, Order>> = {
  recent: { by: 'matters.recent_utc', order: 'desc' },
  reference: { by: 'matters.reference', order: 'asc' },
  title: { by: 'matters.title', order: 'asc' },
  stage: { by: 'matters.stage', order: 'asc' },
  type: { by: '(SELECT t.name FROM matter_types t WHERE t.id = matters.type_id)', order: 'asc' },
  responsible: { by: '(SELECT p.name FROM people p WHERE p.id = matters.responsible_id)', order: 'asc' },
};

/** A page of matters whose reference, title or parties have words that begin with each word typed. */
export async function listMatters(
  scope: Scope,
  wanted: MatterListQuery,
): Promise<{ readonly items: MatterListItem[]; readonly next: string | null }> {
  const { query, limit, after } = wanted;
  const found = ordinaryMatters<MatterRow>(scope).select<SortedRow[]>('matters.*');
  sortedPage(sql(scope), found, {
    ...SORTS[wanted.sort],
    reversed: wanted.reversed === true,
    tie: 'matters.seq',
    after,
    limit,
  });
  const words = typedWords(query);
  if (words) void matterWords.matching(found, words);
  await narrowed(scope, found, wanted);
  const page = toPage(
    (await found) as SortedRow[],
    limit,
    (row) => row,
    (row) => [row.sort_value ?? '', row.seq],
  );
  return { items: await describe(scope, page.items), next: page.next };
}

/** Leaves the matters of a person, a type, a stage, open or closed. */
export async function narrowed(
  scope: Scope,
  found: Knex.QueryBuilder,
  {
    responsibleId,
    typeId,
    stage,
    state,
  }: Pick<MatterListQuery, 'responsibleId' | 'typeId' | 'stage' | 'state'>,
): Promise<void> {
  if (responsibleId !== undefined) void found.where('matters.responsible_id', responsibleId);
  if (typeId !== undefined) void found.where('matters.type_id', typeId);
  if (stage !== undefined) void found.where('matters.stage', stage);
  if (state === undefined) return;
  const closing = [...(await matterTypes(scope)).values()].flatMap(({ type }) =>
    type.stages.filter(({ closes }) => closes).map(({ key }) => [type.id as string, key]),
  );
  const ended = (query: Knex.QueryBuilder): void => {
    void query.whereIn(['matters.type_id', 'matters.stage'], closing);
  };
  if (state === 'closed') void found.where(ended);
  else void found.whereNot(ended);
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
