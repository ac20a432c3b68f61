import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import type { EntryAbout } from '../correspondence/entry.ts';
import type { Counted } from '../correspondence/figureQueries.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';

/** An entry that was filed before entries were counted, in the order of filing. */
export interface EarlierEntry extends Counted {
  readonly seq: number;
  readonly conversationId: string;
  readonly typeId: string;
  readonly templateId: string | null;
}

interface EarlierRow {
  seq: number;
  id: string;
  matter_id: string;
  conversation_id: string;
  channel: string;
  direction: Counted['direction'];
  category: string;
  occurred_utc: number;
  author_id: string | null;
  detail: string;
  template_version_id: string | null;
  type_id: string;
  template_id: string | null;
}

export async function earlierEntries(
  scope: Scope,
  after: number,
  until: number,
  limit: number,
): Promise<readonly EarlierEntry[]> {
  const rows = (await visible(scope, 'entries')
    .join('matters', 'matters.id', 'entries.matter_id')
    .leftJoin('template_versions', 'template_versions.id', 'entries.template_version_id')
    .where('entries.seq', '>', after)
    .where('entries.seq', '<=', until)
    .orderBy('entries.seq')
    .limit(limit)
    .select('entries.*', 'matters.type_id', 'template_versions.template_id')) as unknown as EarlierRow[];
  return rows.map((row) => {
    const { about, cautionsOverridden } = fromJson<{ about?: EntryAbout; cautionsOverridden?: string[] }>(
      row.detail,
    );
    return {
      seq: row.seq,
      id: asId<EntryId>(row.id),
      matterId: asId<MatterId>(row.matter_id),
      conversationId: row.conversation_id,
      channel: row.channel,
      direction: row.direction,
      category: row.category,
      occurredAtUtc: row.occurred_utc,
      authorId: row.author_id,
      templateVersionId: row.template_version_id,
      typeId: row.type_id,
      templateId: row.template_id,
      cautionsOverridden: cautionsOverridden ?? [],
      ...(about ? { about } : {}),
    };
  });
}

/** Which entries are still to be counted, by their place in the chain; undefined where none are. */
export async function toCount(
  reads: Reads,
): Promise<{ readonly from: number; readonly until: number } | undefined> {
  const row = await sql(reads)('settings')
    .where({ key: 'figuresToCount' })
    .first<{ value: string } | undefined>('value');
  if (!row) return undefined;
  const { from, until } = fromJson<{ from: number; until: number }>(row.value);
  return from < until ? { from, until } : undefined;
}
