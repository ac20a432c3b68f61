import type { MatterTypeJson, MatterTypeView } from '../../../contract/matterTypes.ts';

/** The matter types that a routine is for; every one where it names none. */
export const typesMeant = (
  types: readonly MatterTypeView[],
  typeIds: readonly string[],
): readonly MatterTypeJson[] =>
  types.filter(({ id }) => typeIds.length === 0 || typeIds.includes(id)).map(({ definition }) => definition);

interface Named {
  readonly key: string;
  readonly label: string;
}

/** What several types have by a key, each once: a routine for all of them names one. */
export const namedIn = <T extends Named>(
  types: readonly MatterTypeJson[],
  part: (type: MatterTypeJson) => readonly T[],
): readonly T[] => [...new Map(types.flatMap(part).map((one) => [one.key, one])).values()];
