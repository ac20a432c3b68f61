import { GENERAL_TYPE, generalType } from '../../core/model/generalFile.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterTypeId } from '../../core/model/ids.ts';
import type { LinkDefinition, MatterType } from '../../core/model/matter.ts';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import { holding } from '../platform/database/dialects/sqlite/json.ts';
import { fromJson } from '../platform/database/json.ts';
import { kept, stampAnew } from '../platform/database/kept.ts';
import { sql } from '../platform/database/reads.ts';
import { readSettings } from '../platform/settings/queries.ts';
import type { Tx } from '../platform/database/transaction.ts';

/** A matter type with the count of its changes. */
export interface StoredType {
  readonly type: MatterType;
  readonly revision: number;
}

interface TypeRow {
  id: string;
  name: string;
  definition: string;
  revision: number;
}

const toType = ({ id, name, definition }: TypeRow): MatterType => ({
  ...fromJson<Omit<MatterType, 'id' | 'name'>>(definition),
  id: asId<MatterTypeId>(id),
  name,
});

/** A type with what can be said of the matters that its own stand beside. */
export const withLinks = (type: MatterType, types: ReadonlyMap<string, MatterType>): MatterType => ({
  ...type,
  links: (type.links ?? []).map(({ key, label, typeId }): LinkDefinition => {
    const other = types.get(typeId);
    return { key, label, typeId, ...(other && { facts: other.facts, keyDates: other.keyDates }) };
  }),
});

/** A type as somebody defined it: without what is put in when it is read. */
export function asDefined({ contactFacts: _facts, links = [], ...own }: MatterType): MatterType {
  const named = links.map(({ key, label, typeId }) => ({ key, label, typeId }));
  return { ...own, ...(named.length > 0 && { links: named }) };
}

/** The same as it is kept; its id and name have columns of their own. */
function definitionOf(type: MatterType): string {
  const { id: _id, name: _name, ...definition } = asDefined(type);
  return JSON.stringify(definition);
}

/** Every matter type by its id, in the order of their names. */
export const matterTypes = kept(
  ['matterTypes', 'settings'],
  async (reads): Promise<ReadonlyMap<string, StoredType>> => {
    const { contactFacts } = await readSettings(reads);
    const rows = await sql(reads)<TypeRow>('matter_types').whereNot({ id: GENERAL_TYPE }).orderBy('name');
    const types = rows.map(toType);
    const byId = new Map(types.map((type) => [type.id as string, type]));
    return new Map(
      rows.map((row, n) => {
        const type = types[n] ?? toType(row);
        return [row.id, { type: { ...withLinks(type, byId), contactFacts }, revision: row.revision }];
      }),
    );
  },
);

export const listMatterTypes = kept(
  ['matterTypes', 'settings'],
  async (reads): Promise<readonly MatterType[]> =>
    [...(await matterTypes(reads)).values()].map(({ type }) => type),
);

/** What the general file holds, in the currency of the practice's own matters. */
export const typeOfGeneralFile = kept(['matterTypes', 'settings'], async (reads): Promise<MatterType> => {
  const [first] = await listMatterTypes(reads);
  const { contactFacts } = await readSettings(reads);
  return { ...generalType(first?.currency ?? 'GBP'), contactFacts };
});

/** Stages in which a matter is done with, each as its type’s id, a space and its key. */
export const closingStages = kept(
  ['matterTypes', 'settings'],
  async (reads): Promise<ReadonlySet<string>> =>
    new Set(
      (await listMatterTypes(reads)).flatMap(({ id, stages }) =>
        stages.filter(({ closes }) => closes).map(({ key }) => `${id} ${key}`),
      ),
    ),
);

export async function insertMatterType(tx: Tx, type: MatterType): Promise<void> {
  const { id, name } = type;
  await tx('matter_types').insert({ id, name, definition: definitionOf(type) });
  await stampAnew(tx, 'matterTypes');
}

/** Changes a type, on condition that nobody did since `revision`; false where somebody did. */
export async function updateMatterType(tx: Tx, type: MatterType, revision: number): Promise<boolean> {
  const { id, name } = type;
  const changed = await tx('matter_types')
    .where({ id, revision })
    .update({ name, definition: definitionOf(type), revision: revision + 1 });
  await stampAnew(tx, 'matterTypes');
  return changed === 1;
}

/** How many matters there are of each type, as far as the actor may see them. */
export async function mattersByType(scope: Scope): Promise<ReadonlyMap<string, number>> {
  const rows = await visible(scope, 'matters')
    .groupBy('type_id')
    .select<{ type_id: string; count: number }[]>('type_id', sql(scope).raw('count(*) AS count'));
  return new Map(rows.map(({ type_id, count }) => [type_id, count]));
}

export type Holding =
  | { readonly facts: string }
  | { readonly dates: string }
  | { readonly tables: string }
  | { readonly role: string }
  | { readonly stage: string };

/** How many matters of a type hold something at a place of it, as far as the actor may see them. */
export async function countHolding(scope: Scope, typeId: string, where: Holding): Promise<number> {
  const query = visible(scope, 'matters').where({ type_id: typeId });
  if ('role' in where)
    void query.whereIn('id', visible(scope, 'parties').select('matter_id').where({ role: where.role }));
  else if ('stage' in where) void query.where({ stage: where.stage });
  else {
    const [column, key] = Object.entries(where)[0] as ['facts' | 'dates' | 'tables', string];
    void holding(query, column, key);
  }
  const row = await query.count<{ count: number }[]>({ count: '*' }).first();
  return row?.count ?? 0;
}
