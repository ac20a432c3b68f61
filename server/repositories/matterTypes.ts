import { asId } from '../../core/model/ids.ts';
import type { MatterTypeId } from '../../core/model/ids.ts';
import type { MatterType } from '../../core/model/matter.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';

interface TypeRow {
  id: string;
  name: string;
  definition: string;
}

const toType = ({ id, name, definition }: TypeRow): MatterType => ({
  ...fromJson<Omit<MatterType, 'id' | 'name'>>(definition),
  id: asId<MatterTypeId>(id),
  name,
});

export async function findMatterType(db: Database, id: string): Promise<MatterType | undefined> {
  const row = await db<TypeRow>('matter_types').where({ id }).first();
  return row && toType(row);
}

export async function findMatterTypes(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, MatterType>> {
  const rows = await db<TypeRow>('matter_types').whereIn('id', [...ids]);
  return new Map(rows.map((row) => [row.id, toType(row)]));
}

export async function listMatterTypes(db: Database): Promise<readonly MatterType[]> {
  return (await db<TypeRow>('matter_types').orderBy('name')).map(toType);
}

export async function insertMatterType(db: Database, type: MatterType): Promise<void> {
  const { id, name, ...definition } = type;
  await db<TypeRow>('matter_types').insert({ id, name, definition: JSON.stringify(definition) });
}

/** Changes a type, on condition that nobody did since `revision`; false where somebody did. */
export async function updateMatterType(db: Database, type: MatterType, revision: number): Promise<boolean> {
  const { id, name, ...definition } = type;
  const changed = await db('matter_types')
    .where({ id, revision })
    .update({ name, definition: JSON.stringify(definition), revision: revision + 1 });
  return changed === 1;
}

export async function matterTypeRevision(db: Database, id: string): Promise<number | undefined> {
  const row = await db('matter_types').where({ id }).first<{ revision: number } | undefined>('revision');
  return row?.revision;
}
