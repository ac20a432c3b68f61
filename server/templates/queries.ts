import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { asId } from '../../core/model/ids.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import { fromJson } from '../platform/database/json.ts';
import { stampAnew } from '../platform/database/kept.ts';
import type { NewTemplateRow, Standing, TemplateVersion } from './template.ts';

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
export async function listTemplates(reads: Reads): Promise<readonly TemplateVersion[]> {
  const rows = await sql(reads)('templates')
    .join('template_versions', 'template_versions.id', 'templates.current_version_id')
    .whereNot('templates.standing', 'retired')
    .select<VersionRow[]>(COLUMNS)
    .orderBy('templates.name');
  return rows.map(toVersion);
}

/** A version by its own id, whatever has become of its template since. */
export async function findVersion(reads: Reads, versionId: string): Promise<TemplateVersion | undefined> {
  const [row] = await sql(reads)('template_versions')
    .join('templates', 'templates.id', 'template_versions.template_id')
    .where('template_versions.id', versionId)
    .select<VersionRow[]>(COLUMNS);
  return row && toVersion(row);
}

export interface Made {
  readonly by: string;
  readonly atUtc: number;
  readonly why: string;
}

export async function insertTemplate(tx: Tx, template: NewTemplateRow, made: Made): Promise<void> {
  const { templateId, name, channel, standing, ownerId, folder, tags, words } = template;
  await tx('templates').insert({
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
  await insertVersion(tx, template, 1, made);
  await stampAnew(tx, 'templates');
}

async function insertVersion(
  tx: Tx,
  { versionId, templateId, content }: Pick<TemplateVersion, 'versionId' | 'templateId' | 'content'>,
  number: number,
  made: Made,
): Promise<void> {
  await tx('template_versions').insert({
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
  tx: Tx,
  version: Pick<TemplateVersion, 'versionId' | 'templateId' | 'content'>,
  baseVersionId: string,
  made: Made,
): Promise<boolean> {
  const [last] = await tx('template_versions')
    .where({ template_id: version.templateId })
    .max<{ number: number }[]>('number as number');
  await insertVersion(tx, version, (last?.number ?? 0) + 1, made);
  const changed = await tx('templates')
    .where({ id: version.templateId, current_version_id: baseVersionId })
    .update({ current_version_id: version.versionId });
  await stampAnew(tx, 'templates');
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
  tx: Tx,
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
  if (Object.keys(change).length === 0) return;
  await tx('templates').where({ id }).update(change);
  await stampAnew(tx, 'templates');
}

/** Which version of its template one is, by its id. */
export async function versionNumber(reads: Reads, versionId: string): Promise<number> {
  const row = await sql(reads)('template_versions')
    .where({ id: versionId })
    .first<{ number: number } | undefined>('number');
  return row?.number ?? 1;
}
