import type { SavedSet, SetWhere } from '../../../contract/rounds.ts';
import { fromJson } from '../../platform/database/json.ts';
import { sql } from '../../platform/database/reads.ts';
import type { Reads } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';

interface SetRow {
  readonly id: string;
  readonly person_id: string;
  readonly name: string;
  readonly conditions: string;
  readonly shared: number;
}

/** Somebody’s own sets and those that others share, by name. */
export async function setsFor(reads: Reads, personId: string): Promise<SavedSet[]> {
  const rows = await sql(reads)('saved_sets')
    .where({ person_id: personId })
    .orWhere({ shared: true })
    .orderBy('name')
    .select<SetRow[]>('id', 'person_id', 'name', 'conditions', 'shared');
  return rows.map(({ id, person_id, name, conditions, shared }) => ({
    id,
    name,
    where: fromJson<SetWhere>(conditions),
    shared: Boolean(shared),
    own: person_id === personId,
  }));
}

export async function insertSet(
  tx: Tx,
  personId: string,
  { id, name, where, shared }: Omit<SavedSet, 'own'>,
  madeUtc: number,
): Promise<void> {
  await tx('saved_sets').insert({
    id,
    person_id: personId,
    name,
    conditions: JSON.stringify(where),
    shared,
    made_utc: madeUtc,
  });
}

/** Only whoever made a set can delete it; false where there is none of theirs. */
export async function deleteSet(tx: Tx, personId: string, id: string): Promise<boolean> {
  return (await tx('saved_sets').where({ id, person_id: personId }).delete()) === 1;
}
