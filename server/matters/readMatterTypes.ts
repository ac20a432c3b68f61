import type { MatterTypeList } from '../../contract/matterTypes.ts';
import type { PersonScope } from '../access/scope.ts';
import { mattersByType, matterTypes } from './matterTypeQueries.ts';
import { viewType } from './typeView.ts';

/** Every matter type with what it holds, and how many matters of it the actor may see. */
export async function readMatterTypes(scope: PersonScope): Promise<MatterTypeList> {
  const matters = await mattersByType(scope);
  const types = [...(await matterTypes(scope)).values()];
  return { items: types.map(({ type, revision }) => viewType(type, revision, matters.get(type.id) ?? 0)) };
}
