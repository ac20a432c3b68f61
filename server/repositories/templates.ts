import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { Knex } from 'knex';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';

export type Standing = 'private' | 'shared' | 'approved' | 'retired';

/** A template in one of its versions, which never changes. */
export interface TemplateVersion {
  readonly templateId: TemplateId;
  readonly versionId: string;
  readonly name: string;
  readonly channel: Channel;
  readonly content: TemplateContent;
  readonly standing: Standing;
  /** Whose it is, while it is private. */
  readonly ownerId: string | null;
  readonly tags: readonly string[];
}

interface VersionRow {
  template_id: string;
  version_id: string;
  name: string;
  channel: Channel;
  content: string;
  standing: Standing;
  owner_id: string | null;
  tags: string;
}

const COLUMNS = {
  template_id: 'templates.id',
  version_id: 'template_versions.id',
  name: 'templates.name',
  channel: 'templates.channel',
  content: 'template_versions.content',
  standing: 'templates.standing',
  owner_id: 'templates.owner_id',
  tags: 'templates.tags',
};

const toVersion = (row: VersionRow): TemplateVersion => ({
  templateId: asId<TemplateId>(row.template_id),
  versionId: row.version_id,
  name: row.name,
  channel: row.channel,
  content: fromJson<TemplateContent>(row.content),
  standing: row.standing,
  ownerId: row.owner_id,
  tags: fromJson<string[]>(row.tags),
});

/** Templates that somebody can start, each in its current version. */
export async function listTemplates(db: Database): Promise<readonly TemplateVersion[]> {
  const rows = await db('templates')
    .join('template_versions', 'template_versions.id', 'templates.current_version_id')
    .whereNot('templates.standing', 'retired')
    .select<VersionRow[]>(COLUMNS)
    .orderBy('templates.name');
  return rows.map(toVersion);
}

/** A version by its own id, whatever has become of its template since. */
export async function findVersion(db: Database, versionId: string): Promise<TemplateVersion | undefined> {
  const [row] = await db('template_versions')
    .join('templates', 'templates.id', 'template_versions.template_id')
    .where('template_versions.id', versionId)
    .select<VersionRow[]>(COLUMNS);
  return row && toVersion(row);
}

/** What compiled templates depend on, without reading any: to know whether they still hold. */
export async function currentVersionIds(db: Database): Promise<readonly string[]> {
  const rows = await db('templates')
    .whereNot({ standing: 'retired' })
    .whereNotNull('current_version_id')
    .select<{ current_version_id: string; name: string; standing: string; tags: string }[]>(
      'current_version_id',
      'name',
      'standing',
      'tags',
    );
  return rows.map((row) => `${row.current_version_id} ${row.standing} ${row.name} ${row.tags}`);
}

export interface Made {
  readonly by: string;
  readonly atUtc: number;
  readonly why: string;
}

export interface NewTemplateRow extends TemplateVersion {
  readonly folder: string;
  readonly tags: readonly string[];
  /** Its own wording, folded, for finding. */
  readonly words: string;
}

export async function insertTemplate(db: Database, template: NewTemplateRow, made: Made): Promise<void> {
  const { templateId, name, channel, standing, ownerId, folder, tags, words } = template;
  await db('templates').insert({
    id: templateId,
    name,
    channel,
    standing,
    owner_id: ownerId,
    folder,
    tags: JSON.stringify(tags),
    words,
    current_version_id: template.versionId,
  });
  await insertVersion(db, template, 1, made);
}

async function insertVersion(
  db: Database,
  { versionId, templateId, content }: Pick<TemplateVersion, 'versionId' | 'templateId' | 'content'>,
  number: number,
  made: Made,
): Promise<void> {
  await db('template_versions').insert({
    id: versionId,
    template_id: templateId,
    number,
    content: JSON.stringify(content),
    made_by: made.by,
    made_at_utc: made.atUtc,
    why: made.why,
  });
}

/** Makes a new version the current one, if the one it was made on still is; false where it is not. */
export async function addVersion(
  db: Database,
  version: Pick<TemplateVersion, 'versionId' | 'templateId' | 'content'>,
  baseVersionId: string,
  made: Made,
): Promise<boolean> {
  const [last] = await db('template_versions')
    .where({ template_id: version.templateId })
    .max<{ number: number }[]>('number as number');
  await insertVersion(db, version, (last?.number ?? 0) + 1, made);
  const changed = await db('templates')
    .where({ id: version.templateId, current_version_id: baseVersionId })
    .update({ current_version_id: version.versionId });
  return changed === 1;
}

export interface TemplateLabels {
  readonly name?: string;
  readonly folder?: string;
  readonly tags?: readonly string[];
  readonly standing?: Standing;
  readonly ownerId?: string | null;
  readonly words?: string;
}

/** Changes what a template is called and where it stands; its wording is a version's. */
export async function updateTemplate(
  db: Database,
  id: string,
  { name, folder, tags, standing, ownerId, words }: TemplateLabels,
): Promise<void> {
  const change = {
    ...(name === undefined ? {} : { name }),
    ...(folder === undefined ? {} : { folder }),
    ...(tags === undefined ? {} : { tags: JSON.stringify(tags) }),
    ...(standing === undefined ? {} : { standing }),
    ...(ownerId === undefined ? {} : { owner_id: ownerId }),
    ...(words === undefined ? {} : { words }),
  };
  if (Object.keys(change).length > 0) await db('templates').where({ id }).update(change);
}

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
  readonly personId: string;
  /** Folded words, each to be found in name, tags or wording. */
  readonly words: readonly string[];
  readonly folder?: string;
  readonly tag?: string;
  readonly standing?: Standing;
}

/** What somebody may see of the library: everything but what is private to others. */
const libraryOf = (db: Database, personId: string) =>
  db('templates').where((query) => {
    void query.whereNot('templates.standing', 'private').orWhere('templates.owner_id', personId);
  });

const describing = (db: Database, query: Knex.QueryBuilder) =>
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
      db.raw("coalesce(maker.name, '') AS changedBy"),
      db.raw('(SELECT coalesce(sum(count), 0) FROM template_uses WHERE template_id = templates.id) AS uses'),
      db.raw('(SELECT max(last_utc) FROM template_uses WHERE template_id = templates.id) AS lastUsedUtc'),
    );

const toListItem = ({ tags, content, ...row }: ListRow): TemplateListItem => ({
  ...row,
  tags: fromJson<string[]>(tags),
  category: fromJson<TemplateContent>(content).category,
});

/** A page of the library by name. */
export async function listLibrary(
  db: Database,
  filter: TemplateFilter,
  limit: number,
  after: string | undefined,
): Promise<{ readonly items: TemplateListItem[]; readonly next: string | null }> {
  const query = describing(db, libraryOf(db, filter.personId))
    .orderBy('templates.name')
    .orderBy('templates.id')
    .limit(limit + 1);
  if (filter.standing === undefined) void query.whereNot('templates.standing', 'retired');
  else void query.where('templates.standing', filter.standing);
  if (filter.folder !== undefined) void query.where('templates.folder', filter.folder);
  if (filter.tag !== undefined)
    void query.whereRaw('EXISTS (SELECT 1 FROM json_each(templates.tags) WHERE value = ?)', [filter.tag]);
  for (const word of filter.words) void query.whereRaw('instr(templates.words, ?) > 0', [word]);
  const place = after?.split('\u0000', 2);
  if (place?.length === 2) void query.whereRaw('(templates.name, templates.id) > (?, ?)', place);
  const rows = await query;
  const last = rows[limit - 1];
  return {
    items: rows.slice(0, limit).map(toListItem),
    next: rows.length > limit && last ? `${last.name}\u0000${last.id}` : null,
  };
}

/** A template as the library shows it, for whoever may see it. */
export async function findInLibrary(
  db: Database,
  id: string,
  personId: string,
): Promise<
  | (TemplateListItem & {
      readonly versionId: string;
      readonly content: TemplateContent;
      readonly ownerId: string | null;
    })
  | undefined
> {
  const [row] = await describing(db, libraryOf(db, personId))
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
  db: Database,
  personId: string,
): Promise<{ readonly folders: CountRow[]; readonly tags: CountRow[] }> {
  const shown = () => libraryOf(db, personId).whereNot('templates.standing', 'retired');
  const folders = await shown()
    .whereNot('folder', '')
    .groupBy('folder')
    .orderBy('folder')
    .select<CountRow[]>({ name: 'folder' }, db.raw('count(*) AS count'));
  const tags = await shown()
    .joinRaw(', json_each(templates.tags) AS tag')
    .groupByRaw('tag.value')
    .orderByRaw('tag.value')
    .select<CountRow[]>(db.raw('tag.value AS name'), db.raw('count(*) AS count'));
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
export function listVersions(db: Database, templateId: string): Promise<VersionItem[]> {
  return db('template_versions as v')
    .leftJoin('people', 'people.id', 'v.made_by')
    .where('v.template_id', templateId)
    .orderBy('v.number', 'desc')
    .select<VersionItem[]>(
      { id: 'v.id', number: 'v.number', madeAtUtc: 'v.made_at_utc', why: 'v.why' },
      db.raw("coalesce(people.name, '') AS madeBy"),
    );
}

/** Who uses a template, most first. */
export function usersOf(
  db: Database,
  templateId: string,
): Promise<{ name: string; uses: number; lastUtc: number }[]> {
  return db('template_uses')
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
export function templateIds(db: Database, personId: string): Promise<string[]> {
  return libraryOf(db, personId)
    .whereNot('templates.standing', 'retired')
    .orderBy('name')
    .pluck<string[]>('id');
}
