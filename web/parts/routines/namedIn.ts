import type { MatterTypeJson } from '../../../contract/matterTypes.ts';

interface Named {
  readonly key: string;
  readonly label: string;
}

/** What several matter types have by a key, each once; where they call it otherwise, by all of its names. */
export function namedIn<T extends Named>(
  types: readonly MatterTypeJson[],
  part: (type: MatterTypeJson) => readonly T[],
): readonly T[] {
  const known = new Map<string, T>();
  for (const one of types.flatMap(part)) {
    const before = known.get(one.key);
    if (!before) known.set(one.key, one);
    else if (!before.label.split(' / ').includes(one.label))
      known.set(one.key, { ...before, label: `${before.label} / ${one.label}` });
  }
  return [...known.values()];
}
