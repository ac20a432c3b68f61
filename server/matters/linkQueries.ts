import { groupBy } from '../../core/model/groupBy.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterId } from '../../core/model/ids.ts';
import type { LinkedMatter } from '../../core/model/matter.ts';
import { soundDates, soundValues } from '../../core/model/soundValue.ts';
import type { Scope } from '../access/scope.ts';
import { ordinaryMatters, visible } from '../access/visibleQueries.ts';
import { readJson } from '../platform/database/json.ts';
import type { Tx } from '../platform/database/transaction.ts';

export interface LinkRow {
  readonly matter_id: string;
  readonly key: string;
  readonly other_id: string;
}

interface OtherRow {
  id: string;
  reference: string;
  title: string;
  facts: string;
  dates: string;
}

/** The matters that others stand beside, by the link's key, as far as the actor may see them. */
export async function linkedOf(
  scope: Scope,
  links: readonly LinkRow[],
): Promise<ReadonlyMap<string, Readonly<Record<string, LinkedMatter>>>> {
  if (links.length === 0) return new Map();
  const rows = await visible<OtherRow>(scope, 'matters')
    .whereIn('matters.id', [...new Set(links.map(({ other_id }) => other_id))])
    .select<OtherRow[]>('id', 'reference', 'title', 'facts', 'dates');
  const others = new Map(rows.map((row) => [row.id, row]));
  return new Map(
    [...groupBy(links, ({ matter_id }) => matter_id)].map(([matterId, own]) => [
      matterId,
      Object.fromEntries(
        own.flatMap(({ key, other_id }) => {
          const other = others.get(other_id);
          return other ? [[key, toLinked(other)] as const] : [];
        }),
      ),
    ]),
  );
}

const toLinked = ({ id, reference, title, facts, dates }: OtherRow): LinkedMatter => ({
  id: asId<MatterId>(id),
  reference,
  title,
  facts: soundValues(readJson(facts)),
  dates: soundDates(readJson(dates)),
});

/** A matter that stands beside one, and what it calls it. */
export interface LinkingMatter {
  readonly id: string;
  readonly reference: string;
  readonly title: string;
  readonly typeId: string;
  readonly key: string;
}

/** Which matters stand beside this one, newest first, as far as the actor may see them. */
export function linkingTo(scope: Scope, matterId: string): Promise<LinkingMatter[]> {
  return ordinaryMatters(scope)
    .join('matter_links', 'matter_links.matter_id', 'matters.id')
    .where({ 'matter_links.other_id': matterId })
    .orderBy('matters.recent_utc', 'desc')
    .limit(MOST_LINKING)
    .select<LinkingMatter[]>({
      id: 'matters.id',
      reference: 'matters.reference',
      title: 'matters.title',
      typeId: 'matters.type_id',
      key: 'matter_links.key',
    });
}

/** A folder shows no more of them; the search finds the others. */
const MOST_LINKING = 40;

/** Links that change: to another matter, or, with null, to none. */
export async function changeLinks(
  tx: Tx,
  matterId: string,
  links: Readonly<Record<string, string | null>>,
): Promise<void> {
  const keys = Object.keys(links);
  await tx('matter_links').where({ matter_id: matterId }).whereIn('key', keys).delete();
  const rows = Object.entries(links).flatMap(([key, otherId]) =>
    otherId === null ? [] : [{ matter_id: matterId, key, other_id: otherId }],
  );
  if (rows.length > 0) await tx('matter_links').insert(rows);
}
