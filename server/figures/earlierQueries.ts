import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import type { StoredEntry } from '../correspondence/entry.ts';
import { toEntry } from '../correspondence/queries.ts';
import type { EntryRow } from '../correspondence/queries.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';

/** An entry that was filed before entries were counted, in the order of filing. */
export interface EarlierEntry extends StoredEntry {
  readonly typeId: string;
  readonly templateId: string | null;
}

type EarlierRow = EntryRow & { readonly type_id: string; readonly template_id: string | null };

export async function earlierEntries(
  scope: Scope,
  after: number,
  until: number,
  limit: number,
): Promise<readonly EarlierEntry[]> {
  const rows: unknown = await visible(scope, 'entries')
    .join('matters', 'matters.id', 'entries.matter_id')
    .leftJoin('template_versions', 'template_versions.id', 'entries.template_version_id')
    .where('entries.seq', '>', after)
    .where('entries.seq', '<=', until)
    .orderBy('entries.seq')
    .limit(limit)
    .select('entries.*', 'matters.type_id', 'template_versions.template_id');
  return (rows as readonly EarlierRow[]).map((row) => ({
    ...toEntry(row),
    typeId: row.type_id,
    templateId: row.template_id,
  }));
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
