import { mayKnow } from '../access/mayKnow.ts';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import type { Rewritten } from '../correspondence/entry.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Standing, TemplateVersion } from '../templates/template.ts';
import type { Span } from './queries.ts';

/** Uses of a version within a span, counted. */
export interface UseRow {
  readonly templateId: string;
  readonly versionId: string;
  readonly uses: number;
  readonly cautions: number;
  /** Of those uses of which it is known what was changed. */
  readonly words: number | null;
  readonly changed: number | null;
  readonly answered: number;
}

const usesWithin = (scope: Scope, span: Span) => {
  const query = visible(scope, 'figure_uses').whereBetween('figure_uses.day', [span.from, span.until]);
  if (span.personId !== undefined) void query.where('figure_uses.person_id', span.personId);
  if (span.typeId !== undefined) void query.where('figure_uses.type_id', span.typeId);
  if (span.channel !== undefined) void query.where('figure_uses.channel', span.channel);
  return query;
};

export async function usesByVersion(scope: Scope, span: Span): Promise<readonly UseRow[]> {
  const rows: unknown = await usesWithin(scope, span)
    .leftJoin('figure_answers', (on) => {
      on.on('figure_answers.asked_entry_id', '=', 'figure_uses.entry_id');
    })
    .groupBy('figure_uses.template_id', 'figure_uses.template_version_id')
    .select({ templateId: 'figure_uses.template_id', versionId: 'figure_uses.template_version_id' })
    .count({ uses: 'figure_uses.entry_id', answered: 'figure_answers.entry_id' })
    .sum({ cautions: 'figure_uses.cautions', words: 'figure_uses.words', changed: 'figure_uses.changed' });
  return rows as readonly UseRow[];
}

export interface VersionTimeRow {
  readonly versionId: string;
  readonly minutes: number;
  readonly count: number;
}

/** How long the answers to a version's messages took. */
export async function timesByVersion(scope: Scope, span: Span): Promise<readonly VersionTimeRow[]> {
  const rows: unknown = await usesWithin(scope, span)
    .join('figure_answers', 'figure_answers.asked_entry_id', 'figure_uses.entry_id')
    .groupBy('figure_uses.template_version_id', 'figure_answers.minutes')
    .select({ versionId: 'figure_uses.template_version_id', minutes: 'figure_answers.minutes' })
    .count({ count: '*' });
  return rows as readonly VersionTimeRow[];
}

/** The latest uses that are read for what was rewritten in them. */
const MOST_READ = 2_000;

/** What was changed of a template's sentences, use by use, the latest first. */
export async function rewritingsOf(
  scope: Scope,
  span: Span,
  templateId: string,
): Promise<readonly Rewritten['sentences'][number][]> {
  const rows = (await usesWithin(scope, span)
    .where('figure_uses.template_id', templateId)
    .whereNot('sentences', '[]')
    .orderBy('figure_uses.day', 'desc')
    .limit(MOST_READ)
    .select('sentences')) as { sentences: string }[];
  return rows.flatMap(({ sentences }) => fromJson<Rewritten['sentences']>(sentences));
}

interface TemplateRow {
  id: string;
  name: string;
  standing: Standing;
  owner_id: string | null;
  channel: TemplateVersion['channel'];
  content: string;
}

export type KnownTemplate = Pick<TemplateVersion, 'name' | 'channel' | 'content'> & { readonly id: string };

/** Every template that the actor may know of, in its current wording, whatever has become of it. */
export async function knownTemplates(scope: Scope, id?: string): Promise<readonly KnownTemplate[]> {
  const query = sql(scope)('templates')
    .join('template_versions', 'template_versions.id', 'templates.current_version_id')
    .select<TemplateRow[]>({
      id: 'templates.id',
      name: 'templates.name',
      standing: 'templates.standing',
      owner_id: 'templates.owner_id',
      channel: 'templates.channel',
      content: 'template_versions.content',
    });
  if (id !== undefined) void query.where('templates.id', id);
  return (await query)
    .filter(({ standing, owner_id }) => mayKnow(scope, { standing, ownerId: owner_id }))
    .map((row) => ({
      id: row.id,
      name: row.name,
      channel: row.channel,
      content: fromJson<TemplateVersion['content']>(row.content),
    }));
}

/** A template's versions by their ids, with their numbers, the latest first. */
export const versionsOf = (
  scope: Scope,
  templateId: string,
): Promise<readonly { readonly id: string; readonly number: number }[]> =>
  sql(scope)('template_versions')
    .where({ template_id: templateId })
    .orderBy('number', 'desc')
    .select<{ id: string; number: number }[]>('id', 'number');

/** How often each stood above the one that was chosen on the shelf. */
export async function passedOver(scope: Scope, span: Span): Promise<ReadonlyMap<string, number>> {
  const rows = (await sql(scope)('figure_passed')
    .whereBetween('day', [span.from, span.until])
    .groupBy('template_id')
    .select('template_id')
    .sum({ count: 'count' })) as unknown as { template_id: string; count: number }[];
  return new Map(rows.map(({ template_id, count }) => [template_id, count]));
}
