import type { Services } from '../platform/services.ts';
import type { MatterTypeJson, MatterTypeView } from '../../contract/matterTypes.ts';
import { typeOf, refuseProblems, viewType } from './typeView.ts';
import { insertMatterType } from './matterTypeQueries.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';

export async function createMatterType(
  services: Services,
  scope: PersonScope,
  definition: MatterTypeJson,
): Promise<MatterTypeView> {
  const type = typeOf(services.newId(), definition);
  refuseProblems(type);
  await changing(services, scope, async ({ tx, audit, tell }) => {
    await insertMatterType(tx, type);
    await audit('matterType.made', 'matterType', type.id);
    tell({ kind: 'matterType', id: type.id });
  });
  return viewType(type, 1, 0);
}
