import type { Office } from '../app/services.ts';
import type { MatterTypeJson, MatterTypeImpact } from '../../contract/matterTypes.ts';
import { findMatterTypes, countHolding } from '../matters/matterTypeQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { typeOf } from '../matters/typeView.ts';
import { typeChanges, checkMatterType } from '../../core/values/checkMatterType.ts';
import type { TypeChange } from '../../core/values/checkMatterType.ts';
import { typesThatHold } from './templateContent.ts';

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
