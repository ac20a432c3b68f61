import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import { seen, visible } from '../access/visibleQueries.ts';
import type { TypeSample } from '../../core/matching/index.ts';
import { GENERAL_TYPE } from '../../core/model/generalFile.ts';
import { groupBy } from '../../core/model/groupBy.ts';
import type { AddressKind } from '../../core/model/contact.ts';
import { closingStages } from '../matters/matterTypeQueries.ts';

export interface SlipRow {
  readonly matterId: string;
  readonly reference: string;
  readonly title: string;
  readonly typeId: string;
  readonly stage: string;
}

const SLIP = {
  matterId: 'matters.id',
  reference: 'matters.reference',
  title: 'matters.title',
  typeId: 'matters.type_id',
  stage: 'matters.stage',
};

/** Matters by their ids, as far as the actor may see them. */
export async function slipsOf(scope: Scope, ids: readonly string[]): Promise<ReadonlyMap<string, SlipRow>> {
  const rows = (await visible(scope, 'matters')
    .whereIn('matters.id', [...ids])
    .select(SLIP)) as SlipRow[];
  return new Map(rows.map((row) => [row.matterId, row]));
}

const MOST_MATTERS = 12;

/** What somebody is a party of, open matters first, then the latest. */
export async function mattersOfAddress(
  scope: Scope,
  addressKeys: readonly string[],
  kind: AddressKind,
): Promise<readonly (SlipRow & { readonly roles: readonly string[] })[]> {
  const onMatters = sql(scope)('contact_addresses')
    .join('parties', 'parties.contact_id', 'contact_addresses.contact_id')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where({ kind })
    .whereIn('value_key', [...addressKeys])
    .orderBy('matters.recent_utc', 'desc')
    .limit(MOST_MATTERS * 3)
    .select<(SlipRow & { role: string })[]>({ ...SLIP, role: 'parties.role' });
  const rows = (await seen(scope, onMatters, 'matters.id')) as (SlipRow & { role: string })[];
  const closing = await closingStages(scope);
  const closed = ({ typeId, stage }: SlipRow): number => (closing.has(`${typeId} ${stage}`) ? 1 : 0);
  return [...groupBy(rows, ({ matterId }) => matterId).values()]
    .flatMap(([first, ...more]) =>
      first ? [{ ...first, roles: [...new Set([first, ...more].map(({ role }) => role))] }] : [],
    )
    .sort((a, b) => closed(a) - closed(b))
    .slice(0, MOST_MATTERS);
}

export interface SaidRow {
  readonly entryId: string;
  readonly matterId: string;
  readonly reference: string;
  readonly direction: 'in' | 'out' | 'note';
  readonly occurredAtUtc: number;
  readonly subject: string;
  readonly opening: string;
}

/** The latest that was said between somebody and the practice, on matters the actor may see. */
export function saidWith(scope: Scope, addressKeys: readonly string[], limit: number): Promise<SaidRow[]> {
  return visible(scope, 'entry_addresses')
    .join('entries', 'entries.seq', 'entry_addresses.entry_seq')
    .join('matters', 'matters.id', 'entries.matter_id')
    .whereIn('address_key', [...addressKeys])
    .orderBy('entry_addresses.occurred_utc', 'desc')
    .limit(limit)
    .select<SaidRow[]>({
      entryId: 'entries.id',
      matterId: 'matters.id',
      reference: 'matters.reference',
      direction: 'entries.direction',
      occurredAtUtc: 'entries.occurred_utc',
      subject: 'entries.subject',
      opening: 'entries.opening',
    });
}

/** As much as tells types apart; more would only take longer. */
const MOST_SAMPLES = 400;

/** What was lately written to the practice on matters of its types, as far as the actor may see it. */
export async function typeSamples(scope: Scope): Promise<readonly TypeSample[]> {
  const rows = await visible(scope, 'entries')
    .join('matters', 'matters.id', 'entries.matter_id')
    .where({ direction: 'in' })
    .whereNot({ type_id: GENERAL_TYPE })
    .orderBy('entries.seq', 'desc')
    .limit(MOST_SAMPLES)
    .select<{ typeId: string; subject: string; opening: string }[]>({
      typeId: 'matters.type_id',
      subject: 'entries.subject',
      opening: 'entries.opening',
    });
  return rows.map(({ typeId, subject, opening }) => ({ typeId, text: `${subject} ${opening}` }));
}
