import type { MatterTypeJson, MatterTypeView } from '../../../contract/matterTypes.ts';

/** The matter types that a routine is for; every one where it names none. */
export const typesMeant = (
  types: readonly MatterTypeView[],
  typeIds: readonly string[],
): readonly MatterTypeJson[] =>
  types.filter(({ id }) => typeIds.length === 0 || typeIds.includes(id)).map(({ definition }) => definition);
