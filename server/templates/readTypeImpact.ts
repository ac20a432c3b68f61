import type { MatterTypeJson, MatterTypeImpact } from '../../contract/matterTypes.ts';
import { countHolding, matterTypes, withLinks } from '../matters/matterTypeQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { typeOf } from '../matters/typeView.ts';
import { typeChanges, checkMatterType } from '../../core/values/checkMatterType.ts';
import type { TypeChange } from '../../core/values/checkMatterType.ts';
import { typesThatHold } from './templateContent.ts';
import type { Scope } from '../access/scope.ts';
import { currentPassages, startableTemplates } from './compiled.ts';

/** What a change would touch, before it is kept. */
export async function readTypeImpact(
  scope: Scope,
  id: string,
  definition: MatterTypeJson,
): Promise<MatterTypeImpact> {
  const types = new Map([...(await matterTypes(scope))].map(([key, { type }]) => [key, type]));
  const before = types.get(id);
  if (!before) throw notFound('matterType');
  const changed = { ...typeOf(id, definition), contactFacts: before.contactFacts ?? [] };
  const next = new Map([...types, [id, changed]]);
  const after = withLinks(changed, next);
  const changes = typeChanges(before, after);
  const touches = await Promise.all(
    changes.map(async (change) => ({
      part: change.part,
      label: change.label,
      change: change.change,
      matters: await holding(scope, id, change),
    })),
  );
  const passages = await currentPassages(scope);
  // What stands beside a matter of this kind says its facts too.
  const touched = [...types.values()].filter(
    (type) => type.id === id || type.links?.some(({ typeId }) => typeId === id),
  );
  const lost = (await startableTemplates(scope)).filter(({ content }) =>
    touched.some(
      (type) =>
        typesThatHold(content, [type], passages).length > 0 &&
        typesThatHold(content, [withLinks(next.get(type.id) ?? type, next)], passages).length === 0,
    ),
  );
  return {
    problems: checkMatterType(after).map((one) => ({ ...one, params: { ...one.params } })),
    touches,
    templates: lost.map(({ templateId, name }) => ({ id: templateId, name })),
  };
}

function holding(scope: Scope, typeId: string, { part, key, table }: TypeChange): Promise<number> {
  switch (part) {
    case 'fact':
      return countHolding(scope, typeId, { facts: key });
    case 'keyDate':
      return countHolding(scope, typeId, { dates: key });
    case 'table':
      return countHolding(scope, typeId, { tables: key });
    case 'column':
      return countHolding(scope, typeId, { tables: table ?? '' });
    case 'role':
      return countHolding(scope, typeId, { role: key });
    case 'stage':
      return countHolding(scope, typeId, { stage: key });
    case 'calculated':
      return Promise.resolve(0);
    default:
      return part satisfies never;
  }
}
