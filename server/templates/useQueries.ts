import { greatest } from '../platform/database/dialects/sqlite/expressions.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import { mayKnow } from '../access/mayKnow.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { visible } from '../access/visibleQueries.ts';
import type { TemplateId } from '../../core/model/ids.ts';
import type { TemplateUse } from '../../core/shelf/order.ts';

/** The template that a matter's latest message came from, by when it went; without a name where it is somebody else's own. */
export async function lastTemplateOnMatter(
  scope: Scope,
  matterId: string,
): Promise<{ readonly id: string; readonly name: string | null } | undefined> {
  const last = await visible(scope, 'entries')
    .join('template_versions', 'template_versions.id', 'entries.template_version_id')
    .join('templates', 'templates.id', 'template_versions.template_id')
    .where({ matter_id: matterId })
    .orderBy('occurred_utc', 'desc')
    .first<{ id: string; name: string; standing: string; ownerId: string | null } | undefined>({
      id: 'templates.id',
      name: 'templates.name',
      standing: 'templates.standing',
      ownerId: 'templates.owner_id',
    });
  return last && { id: last.id, name: mayKnow(scope, last) ? last.name : null };
}

const DAY_MS = 86_400_000;

/** What the history says about each template's use, for the order of the shelf; a template without any is not in it. */
export async function templateUses(
  scope: Scope,
  at: {
    readonly personId: string;
    readonly matterId: string;
    readonly typeId: string;
    readonly after: string | undefined;
    readonly stage: string;
    readonly nowUtc: number;
  },
): Promise<(templateId: TemplateId) => TemplateUse> {
  const counts = await sql(scope)('follow_counts')
    .where({ type_id: at.typeId })
    .whereIn('after_template_id', [at.after ?? '', atStage(at.stage)])
    .select<{ after_template_id: string; template_id: string; count: number }[]>(
      'after_template_id',
      'template_id',
      'count',
    );
  const stages = counts.filter(({ after_template_id }) => after_template_id === atStage(at.stage));
  const follows = counts.filter((one) => !stages.includes(one));
  const uses = await sql(scope)('template_uses')
    .where({ person_id: at.personId })
    .select<{ template_id: string; count: number; last_utc: number }[]>('template_id', 'count', 'last_utc');
  const here = await visible(scope, 'entries')
    .join('template_versions', 'template_versions.id', 'entries.template_version_id')
    .where({ matter_id: at.matterId })
    .distinct()
    .pluck<string[]>('template_versions.template_id');
  const staged = new Map(stages.map(({ template_id, count }) => [template_id, count]));
  const atStageOf = stages.reduce((sum, { count }) => sum + count, 0);
  const followed = new Map(follows.map(({ template_id, count }) => [template_id, count]));
  const used = new Map(uses.map((use) => [use.template_id, use]));
  const sentHere = new Set(here);
  const followedOf = follows.reduce((sum, { count }) => sum + count, 0);
  return (templateId) => {
    const use = used.get(templateId);
    return {
      followed: followed.get(templateId) ?? 0,
      followedOf,
      atStage: staged.get(templateId) ?? 0,
      atStageOf,
      usedByPerson: use?.count ?? 0,
      daysSinceUse: use && Math.max(0, (at.nowUtc - use.last_utc) / DAY_MS),
      sentHere: sentHere.has(templateId),
    };
  };
}

/** Counts at a stage stand beside the counts after a template; no template's id has this shape. */
const atStage = (stage: string): string => `stage:${stage}`;

/**
 * Counts a use: what followed what on this type of matter (nothing before it is the empty text), at which stage, and who
 * used it.
 */
export async function countUse(
  tx: Tx,
  use: {
    readonly typeId: string;
    readonly after: string | undefined;
    readonly stage: string;
    readonly templateId: string;
    readonly personId: string;
    readonly atUtc: number;
  },
): Promise<void> {
  await tx('follow_counts')
    .insert(
      [use.after ?? '', atStage(use.stage)].map((after) => ({
        type_id: use.typeId,
        after_template_id: after,
        template_id: use.templateId,
        count: 1,
      })),
    )
    .onConflict(['type_id', 'after_template_id', 'template_id'])
    .merge({ count: tx.raw('follow_counts.count + 1') });
  await tx('template_uses')
    .insert({ person_id: use.personId, template_id: use.templateId, count: 1, last_utc: use.atUtc })
    .onConflict(['person_id', 'template_id'])
    .merge({
      count: tx.raw('template_uses.count + 1'),
      last_utc: greatest(tx, 'template_uses.last_utc', use.atUtc),
    });
}

/** How often a template was used, by anybody. */
export async function templateUseCount(reads: Reads, templateId: string): Promise<number> {
  const row = await sql(reads)('template_uses')
    .where({ template_id: templateId })
    .sum<{ uses: number | null }[]>({ uses: 'count' })
    .first();
  return row?.uses ?? 0;
}
