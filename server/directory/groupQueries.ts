import { containingAnyCase } from '../platform/database/dialects/sqlite/expressions.ts';
import { sql } from '../platform/database/reads.ts';
import type { Reads } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { RecipientGroup } from '../../contract/recipients.ts';
import { fromJson } from '../platform/database/json.ts';

interface GroupRow {
  id: string;
  name: string;
  members: string;
}

/** Groups whose name begins like what was typed, by name. */
export async function findGroups(reads: Reads, typed: string, limit: number): Promise<RecipientGroup[]> {
  const named = containingAnyCase(sql(reads)<GroupRow>('recipient_groups'), 'name', typed.trim());
  const rows = await named.orderBy('name').limit(limit).select<GroupRow[]>();
  return rows.map(({ id, name, members }) => ({
    id,
    name,
    members: fromJson<RecipientGroup['members']>(members),
  }));
}

export async function insertGroup(tx: Tx, group: RecipientGroup, by: string, atUtc: number): Promise<void> {
  const { id, name, members } = group;
  await tx('recipient_groups').insert({
    id,
    name,
    members: JSON.stringify(members),
    made_by: by,
    made_utc: atUtc,
  });
}

export async function removeGroup(tx: Tx, id: string): Promise<boolean> {
  return (await tx('recipient_groups').where({ id }).delete()) === 1;
}
