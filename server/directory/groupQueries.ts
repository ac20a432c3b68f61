import type { RecipientGroup } from '../../contract/recipients.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';

interface GroupRow {
  id: string;
  name: string;
  members: string;
}

/** Groups whose name begins like what was typed, by name. */
export async function findGroups(db: Database, typed: string, limit: number): Promise<RecipientGroup[]> {
  const rows = await db<GroupRow>('recipient_groups')
    .whereRaw('instr(lower(name), lower(?)) > 0', [typed.trim()])
    .orderBy('name')
    .limit(limit);
  return rows.map(({ id, name, members }) => ({
    id,
    name,
    members: fromJson<RecipientGroup['members']>(members),
  }));
}

export async function insertGroup(
  db: Database,
  group: RecipientGroup,
  by: string,
  atUtc: number,
): Promise<void> {
  const { id, name, members } = group;
  await db('recipient_groups').insert({
    id,
    name,
    members: JSON.stringify(members),
    made_by: by,
    made_utc: atUtc,
  });
}

export async function deleteGroup(db: Database, id: string): Promise<boolean> {
  return (await db('recipient_groups').where({ id }).delete()) === 1;
}
