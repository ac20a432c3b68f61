import { groupBy } from '../../core/model/groupBy.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { closingStages } from '../matters/matterTypeQueries.ts';
import { seenBy } from '../access/visibility.ts';

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

/** Matters by their ids, as far as this person may see them. */
export async function slipsOf(
  db: Database,
  ids: readonly string[],
  personId: string,
): Promise<ReadonlyMap<string, SlipRow>> {
  const rows = await db('matters')
    .whereIn('matters.id', [...ids])
    .where(seenBy(db, personId))
    .select<SlipRow[]>(SLIP);
  return new Map(rows.map((row) => [row.matterId, row]));
}

const MOST_MATTERS = 12;

/** What somebody is a party of, open matters first, then the latest. */
export async function mattersOfAddress(
  db: Database,
  addressKey: string,
  personId: string,
): Promise<readonly (SlipRow & { readonly roles: readonly string[] })[]> {
  const rows = await db('contact_addresses')
    .join('parties', 'parties.contact_id', 'contact_addresses.contact_id')
    .join('matters', 'matters.id', 'parties.matter_id')
    .where({ kind: 'email', value_key: addressKey })
    .where(seenBy(db, personId))
    .orderBy('matters.recent_utc', 'desc')
    .limit(MOST_MATTERS * 3)
    .select<(SlipRow & { role: string })[]>({ ...SLIP, role: 'parties.role' });
  const closing = await closingStages(db);
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

/** The latest that was said between somebody and the practice, on matters this person may see. */
export function saidWith(
  db: Database,
  addressKey: string,
  personId: string,
  limit: number,
): Promise<SaidRow[]> {
  return db('entry_addresses')
    .join('entries', 'entries.seq', 'entry_addresses.entry_seq')
    .join('matters', 'matters.id', 'entries.matter_id')
    .where({ address_key: addressKey })
    .where(seenBy(db, personId))
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
