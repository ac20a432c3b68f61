import type { TemplateSort } from '../../contract/templates.ts';
import { sortedPage, toPage } from '../platform/database/cursor.ts';
import type { Order } from '../platform/database/cursor.ts';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Knex } from 'knex';
import { containing } from '../platform/database/dialects/sqlite/expressions.ts';
import { eachListed, listing } from '../platform/database/dialects/sqlite/json.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { Standing } from './template.ts';
import { fromJson } from '../platform/database/json.ts';
import type { TemplateContent } from '../../core/template/template.ts';

export interface TemplateListItem {
  readonly id: string;
  readonly name: string;
  readonly channel: Channel;
  readonly folder: string;
  readonly tags: string[];
  readonly standing: Standing;
  readonly owner: string | null;
  readonly category: string;
  readonly version: number;
  readonly changedAtUtc: number;
  readonly changedBy: string;
  readonly uses: number;
  readonly lastUsedUtc: number | null;
}

interface ListRow extends Omit<TemplateListItem, 'tags' | 'category'> {
  tags: string;
  content: string;
}

export interface TemplateFilter {
  /** Folded words, each to be found in name, tags or wording. */
  readonly words: readonly string[];
  readonly folder?: string;
  readonly tag?: string;
  readonly standing?: Standing;
  readonly sort: TemplateSort;
  readonly reversed: boolean;
}

interface SortedRow extends ListRow {
  readonly sort_value: string | number;
}

const USES = '(SELECT coalesce(sum(count), 0) FROM template_uses WHERE template_id = templates.id)';
const LAST_USED = '(SELECT max(last_utc) FROM template_uses WHERE template_id = templates.id)';

/** What each order goes by, and which way: names from the first on, figures and times from the greatest. */
const SORTS: Readonly<Record<TemplateSort, Order>> = {
  name: { by: 'templates.name', order: 'asc' },
  folder: { by: 'templates.folder', order: 'asc' },
  channel: { by: 'templates.channel', order: 'asc' },
  standing: { by: 'templates.standing', order: 'asc' },
  uses: { by: USES, order: 'desc' },
  used: { by: `coalesce(${LAST_USED}, 0)`, order: 'desc' },
  changed: { by: 'v.made_at_utc', order: 'desc' },
};

/** What the actor may see of the library: everything but what is private to others. */
export const libraryOf = (scope: Scope) => {
  const { actor } = scope;
  const templates = sql(scope)('templates');
  return actor.kind === 'system'
    ? templates
    : templates.where((query) => {
        void query.whereNot('templates.standing', 'private').orWhere('templates.owner_id', actor.id);
      });
};

const describing = (scope: Scope, query: Knex.QueryBuilder) =>
  query
    .join('template_versions as v', 'v.id', 'templates.current_version_id')
    .leftJoin('people as maker', 'maker.id', 'v.made_by')
    .leftJoin('people as holder', 'holder.id', 'templates.owner_id')
    .select<ListRow[]>(
      {
        id: 'templates.id',
        name: 'templates.name',
        channel: 'templates.channel',
        folder: 'templates.folder',
        tags: 'templates.tags',
        standing: 'templates.standing',
        owner: 'holder.name',
        version: 'v.number',
        changedAtUtc: 'v.made_at_utc',
        content: 'v.content',
      },
      sql(scope).raw("coalesce(maker.name, '') AS changedBy"),
      sql(scope).raw(`${USES} AS uses`),
      sql(scope).raw(`${LAST_USED} AS lastUsedUtc`),
    );

const toListItem = ({ tags, content, ...row }: ListRow): TemplateListItem => ({
  ...row,
  tags: fromJson<string[]>(tags),
  category: fromJson<TemplateContent>(content).category,
});

/** A page of the library in the order asked for. */
export async function listLibrary(
  scope: Scope,
  filter: TemplateFilter,
  limit: number,
  after: string | undefined,
): Promise<{ readonly items: TemplateListItem[]; readonly next: string | null }> {
  const query = describing(scope, libraryOf(scope));
  sortedPage(sql(scope), query, {
    ...SORTS[filter.sort],
    reversed: filter.reversed,
    tie: 'templates.id',
    after,
    limit,
  });
  if (filter.standing === undefined) void query.whereNot('templates.standing', 'retired');
  else void query.where('templates.standing', filter.standing);
  if (filter.folder !== undefined) void query.where('templates.folder', filter.folder);
  if (filter.tag !== undefined) void listing(query, 'templates.tags', filter.tag);
  for (const word of filter.words) void containing(query, 'templates.words', word);
  return toPage(
    (await query) as SortedRow[],
    limit,
    ({ sort_value: _sorted, ...row }) => toListItem(row),
    ({ sort_value, id }) => [sort_value, id],
  );
}

/** A template as the library shows it, for whoever may see it. */
export async function findInLibrary(
  scope: Scope,
  id: string,
): Promise<
  | (TemplateListItem & {
      readonly versionId: string;
      readonly content: TemplateContent;
      readonly ownerId: string | null;
    })
  | undefined
> {
  const [row] = await describing(scope, libraryOf(scope))
    .where('templates.id', id)
    .select<(ListRow & { version_id: string; owner_id: string | null })[]>({
      version_id: 'v.id',
      owner_id: 'templates.owner_id',
    });
  if (!row) return undefined;
  const { version_id: versionId, owner_id: ownerId, ...shown } = row;
  return { ...toListItem(shown), versionId, ownerId, content: fromJson<TemplateContent>(row.content) };
}

/** Folders and tags of what somebody may see, with how many stand in each. */
export async function libraryShelves(
  scope: Scope,
): Promise<{ readonly folders: CountRow[]; readonly tags: CountRow[] }> {
  const shown = () => libraryOf(scope).whereNot('templates.standing', 'retired');
  const folders = await shown()
    .whereNot('folder', '')
    .groupBy('folder')
    .orderBy('folder')
    .select<CountRow[]>({ name: 'folder' }, sql(scope).raw('count(*) AS count'));
  const tags = await eachListed(shown(), 'templates.tags')
    .groupBy('item.value')
    .orderBy('item.value')
    .select<CountRow[]>({ name: 'item.value' }, sql(scope).raw('count(*) AS count'));
  return { folders, tags };
}

interface CountRow {
  name: string;
  count: number;
}

export interface VersionItem {
  readonly id: string;
  readonly number: number;
  readonly madeBy: string;
  readonly madeAtUtc: number;
  readonly why: string;
}

/** A template's versions, newest first. */
export function listVersions(scope: Scope, templateId: string): Promise<VersionItem[]> {
  return sql(scope)('template_versions as v')
    .leftJoin('people', 'people.id', 'v.made_by')
    .where('v.template_id', templateId)
    .orderBy('v.number', 'desc')
    .select<VersionItem[]>(
      { id: 'v.id', number: 'v.number', madeAtUtc: 'v.made_at_utc', why: 'v.why' },
      sql(scope).raw("coalesce(people.name, '') AS madeBy"),
    );
}

/** Who uses a template, most first. */
export function usersOf(
  scope: Scope,
  templateId: string,
): Promise<{ name: string; uses: number; lastUtc: number }[]> {
  return sql(scope)('template_uses')
    .join('people', 'people.id', 'template_uses.person_id')
    .where({ template_id: templateId })
    .orderBy('count', 'desc')
    .select<{ name: string; uses: number; lastUtc: number }[]>({
      name: 'people.name',
      uses: 'count',
      lastUtc: 'last_utc',
    });
}

/** Every template that somebody may see and start, by name. */
export function templateIds(scope: Scope): Promise<string[]> {
  return libraryOf(scope).whereNot('templates.standing', 'retired').orderBy('name').pluck<string[]>('id');
}
