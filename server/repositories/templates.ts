import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { TemplateUse } from '../../core/shelf/order.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';

/** A template in one of its versions, which never changes. */
export interface TemplateVersion {
  readonly templateId: TemplateId;
  readonly versionId: string;
  readonly name: string;
  readonly channel: string;
  readonly content: TemplateContent;
}

interface VersionRow {
  template_id: string;
  version_id: string;
  name: string;
  channel: string;
  content: string;
}

const COLUMNS = {
  template_id: 'templates.id',
  version_id: 'template_versions.id',
  name: 'templates.name',
  channel: 'templates.channel',
  content: 'template_versions.content',
};

const toVersion = (row: VersionRow): TemplateVersion => ({
  templateId: asId<TemplateId>(row.template_id),
  versionId: row.version_id,
  name: row.name,
  channel: row.channel,
  content: fromJson<TemplateContent>(row.content),
});

const current = (db: Database) =>
  db('templates')
    .join('template_versions', 'template_versions.id', 'templates.current_version_id')
    .where('templates.status', 'approved')
    .select<VersionRow[]>(COLUMNS);

/** Templates that can be started, each in its current version. */
export async function listTemplates(db: Database): Promise<readonly TemplateVersion[]> {
  return (await current(db).orderBy('templates.name')).map(toVersion);
}

/** A version by its own id, whatever has become of its template since. */
export async function findVersion(db: Database, versionId: string): Promise<TemplateVersion | undefined> {
  const [row] = await db('template_versions')
    .join('templates', 'templates.id', 'template_versions.template_id')
    .where('template_versions.id', versionId)
    .select<VersionRow[]>(COLUMNS);
  return row && toVersion(row);
}

/** Which version each startable template is at, without reading any: to know whether a compiled one still holds. */
export async function currentVersionIds(db: Database): Promise<readonly string[]> {
  return db('templates')
    .where({ status: 'approved' })
    .whereNotNull('current_version_id')
    .pluck<string[]>('current_version_id');
}

export async function insertTemplate(
  db: Database,
  template: TemplateVersion,
  made: { readonly by: string; readonly atUtc: number; readonly why: string },
): Promise<void> {
  const { templateId, versionId, name, channel, content } = template;
  await db('templates').insert({
    id: templateId,
    name,
    channel,
    status: 'approved',
    current_version_id: versionId,
  });
  await db('template_versions').insert({
    id: versionId,
    template_id: templateId,
    number: 1,
    content: JSON.stringify(content),
    made_by: made.by,
    made_at_utc: made.atUtc,
    why: made.why,
  });
}

/** The template that a matter's latest message came from, by when it went. */
export async function lastTemplateOnMatter(
  db: Database,
  matterId: string,
): Promise<{ id: string; name: string } | undefined> {
  return db('entries')
    .join('template_versions', 'template_versions.id', 'entries.template_version_id')
    .join('templates', 'templates.id', 'template_versions.template_id')
    .where({ matter_id: matterId })
    .orderBy('occurred_utc', 'desc')
    .first<{ id: string; name: string } | undefined>('templates.id', 'templates.name');
}

const DAY_MS = 86_400_000;

/** What the history says about each template's use, for the order of the shelf; a template without any is not in it. */
export async function templateUses(
  db: Database,
  at: {
    readonly personId: string;
    readonly matterId: string;
    readonly typeId: string;
    readonly after: string | undefined;
    readonly nowUtc: number;
  },
): Promise<(templateId: TemplateId) => TemplateUse> {
  const follows = await db('follow_counts')
    .where({ type_id: at.typeId, after_template_id: at.after ?? '' })
    .select<{ template_id: string; count: number }[]>('template_id', 'count');
  const uses = await db('template_uses')
    .where({ person_id: at.personId })
    .select<{ template_id: string; count: number; last_utc: number }[]>('template_id', 'count', 'last_utc');
  const here = await db('entries')
    .join('template_versions', 'template_versions.id', 'entries.template_version_id')
    .where({ matter_id: at.matterId })
    .distinct()
    .pluck<string[]>('template_versions.template_id');
  const followed = new Map(follows.map(({ template_id, count }) => [template_id, count]));
  const used = new Map(uses.map((use) => [use.template_id, use]));
  const sentHere = new Set(here);
  const followedOf = follows.reduce((sum, { count }) => sum + count, 0);
  return (templateId) => {
    const use = used.get(templateId);
    return {
      followed: followed.get(templateId) ?? 0,
      followedOf,
      usedByPerson: use?.count ?? 0,
      daysSinceUse: use && Math.max(0, (at.nowUtc - use.last_utc) / DAY_MS),
      sentHere: sentHere.has(templateId),
    };
  };
}

/** Counts a use: what followed what on this type of matter (nothing before it is the empty text), and who used it. */
export async function countUse(
  db: Database,
  use: {
    readonly typeId: string;
    readonly after: string | undefined;
    readonly templateId: string;
    readonly personId: string;
    readonly atUtc: number;
  },
): Promise<void> {
  await db('follow_counts')
    .insert({
      type_id: use.typeId,
      after_template_id: use.after ?? '',
      template_id: use.templateId,
      count: 1,
    })
    .onConflict(['type_id', 'after_template_id', 'template_id'])
    .merge({ count: db.raw('follow_counts.count + 1') });
  await db('template_uses')
    .insert({ person_id: use.personId, template_id: use.templateId, count: 1, last_utc: use.atUtc })
    .onConflict(['person_id', 'template_id'])
    .merge({
      count: db.raw('template_uses.count + 1'),
      last_utc: db.raw('max(template_uses.last_utc, ?)', [use.atUtc]),
    });
}
