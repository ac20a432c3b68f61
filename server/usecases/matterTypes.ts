import type {
  ChangeMatterType,
  MatterTypeImpact,
  MatterTypeJson,
  MatterTypeList,
  MatterTypeView,
} from '../../contract/matterTypes.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterTypeId } from '../../core/model/ids.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { checkMatterType, typeChanges } from '../../core/values/checkMatterType.ts';
import type { TypeChange } from '../../core/values/checkMatterType.ts';
import { HttpProblem, notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { insertAuditEvent } from '../repositories/audit.ts';
import {
  countHolding,
  findMatterTypes,
  insertMatterType,
  listMatterTypes,
  matterTypeRevision,
  mattersByType,
  updateMatterType,
} from '../repositories/matterTypes.ts';
import type { Account } from '../repositories/people.ts';
import { typesThatHold } from './templateContent.ts';

/** Reads a definition as the type it makes. Its shape was checked at the border. */
const typeOf = (id: string, definition: MatterTypeJson): MatterType =>
  ({ ...definition, id: asId<MatterTypeId>(id) }) as unknown as MatterType;

function viewType(type: MatterType, revision: number, matters: number): MatterTypeView {
  const { id, ...definition } = type;
  return { id, revision, matters, definition: JSON.parse(JSON.stringify(definition)) as MatterTypeJson };
}

export async function readMatterTypes(office: Office): Promise<MatterTypeList> {
  const matters = await mattersByType(office.db);
  const types = await listMatterTypes(office.db);
  const items = await Promise.all(
    types.map(async (type) =>
      viewType(type, (await matterTypeRevision(office.db, type.id)) ?? 1, matters.get(type.id) ?? 0),
    ),
  );
  return { items };
}

export async function createMatterType(
  office: Office,
  person: Account,
  definition: MatterTypeJson,
): Promise<MatterTypeView> {
  const type = typeOf(office.newId(), definition);
  refuseProblems(type);
  await office.db.transaction(async (tx) => {
    await insertMatterType(tx, type);
    await audit(office, tx, person, 'matterType.made', type.id);
  });
  office.changes.tell({ kind: 'matterType', id: type.id });
  return viewType(type, 1, 0);
}

/**
 * Changes a kind of matter. What its matters hold stays with them, under whatever key it was kept: a fact taken away is
 * no longer shown, and comes back with its values when it does.
 */
export async function changeMatterType(
  office: Office,
  person: Account,
  id: string,
  { revision, definition }: ChangeMatterType,
): Promise<MatterTypeView> {
  if (!(await findMatterTypes(office.db, [id])).has(id)) throw notFound('kind of matter');
  const type = typeOf(id, definition);
  refuseProblems(type);
  await office.db.transaction(async (tx) => {
    if (!(await updateMatterType(tx, type, revision))) {
      throw new HttpProblem(
        'typeChanged',
        'Somebody has changed this kind of matter meanwhile. Yours is still here; look at theirs before you keep it.',
      );
    }
    await audit(office, tx, person, 'matterType.changed', id);
  });
  office.changes.tell({ kind: 'matterType', id });
  const matters = await mattersByType(office.db);
  return viewType(type, revision + 1, matters.get(id) ?? 0);
}

/** What a change would touch, before it is kept. */
export async function readTypeImpact(
  office: Office,
  id: string,
  definition: MatterTypeJson,
): Promise<MatterTypeImpact> {
  const before = (await findMatterTypes(office.db, [id])).get(id);
  if (!before) throw notFound('kind of matter');
  const after = typeOf(id, definition);
  const changes = typeChanges(before, after);
  const touches = await Promise.all(
    changes.map(async (change) => ({
      part: change.part,
      label: change.label,
      change: change.change,
      matters: await holding(office, id, change),
    })),
  );
  const passages = await office.programs.passages(office.db);
  const lost = (await office.programs.current(office.db)).filter(
    ({ content }) =>
      typesThatHold(content, [before], passages).length > 0 &&
      typesThatHold(content, [after], passages).length === 0,
  );
  return {
    problems: checkMatterType(after).map((one) => ({ ...one, params: { ...one.params } })),
    touches,
    templates: lost.map(({ templateId, name }) => ({ id: templateId, name })),
  };
}

function holding(office: Office, typeId: string, { part, key, table }: TypeChange): Promise<number> {
  switch (part) {
    case 'fact':
      return countHolding(office.db, typeId, { facts: key });
    case 'keyDate':
      return countHolding(office.db, typeId, { dates: key });
    case 'table':
      return countHolding(office.db, typeId, { tables: key });
    case 'column':
      return countHolding(office.db, typeId, { tables: table ?? '' });
    case 'role':
      return countHolding(office.db, typeId, { role: key });
    case 'stage':
      return countHolding(office.db, typeId, { stage: key });
    case 'calculated':
      return Promise.resolve(0);
    default:
      return part satisfies never;
  }
}

function refuseProblems(type: MatterType): void {
  const problems = checkMatterType(type);
  if (problems.length > 0)
    throw new HttpProblem('badMatterType', 'It does not hold together. Nothing was changed.', { problems });
}

const audit = (
  office: Office,
  tx: Office['db'],
  person: Account,
  what: string,
  subjectId: string,
): Promise<void> =>
  insertAuditEvent(tx, {
    atUtc: office.now(),
    personId: person.id,
    what,
    subjectKind: 'matterType',
    subjectId,
  });
