import { asId } from '../../core/model/ids.ts';
import type { MatterTypeId } from '../../core/model/ids.ts';
import type { MatterType } from '../../core/model/matter.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';

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

/** Stages in which a matter is done with, each as its type’s id, a space and its key. */
export async function closingStages(db: Database): Promise<ReadonlySet<string>> {
  const types = await listMatterTypes(db);
  return new Set(
    types.flatMap(({ id, stages }) => stages.filter(({ closes }) => closes).map(({ key }) => `${id} ${key}`)),
  );
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

/** How many matters there are of each type. */
export async function mattersByType(db: Database): Promise<ReadonlyMap<string, number>> {
  const rows = await db('matters')
    .groupBy('type_id')
    .select<{ type_id: string; count: number }[]>('type_id', db.raw('count(*) AS count'));
  return new Map(rows.map(({ type_id, count }) => [type_id, count]));
}

export type Holding =
  | { readonly facts: string }
  | { readonly dates: string }
  | { readonly tables: string }
  | { readonly role: string }
  | { readonly stage: string };

/** How many matters of a type hold something at a place of it. */
export async function countHolding(db: Database, typeId: string, where: Holding): Promise<number> {
  const query = db('matters').where({ type_id: typeId });
  if ('role' in where)
    void query.whereIn('id', db('parties').select('matter_id').where({ role: where.role }));
  else if ('stage' in where) void query.where({ stage: where.stage });
  else {
    const [column, key] = Object.entries(where)[0] as ['facts' | 'dates' | 'tables', string];
    void query.whereRaw('json_type(??, ?) IS NOT NULL', [column, `$."${key}"`]);
  }
  const row = await query.count<{ count: number }[]>({ count: '*' }).first();
  return row?.count ?? 0;
}
