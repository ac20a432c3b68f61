import type { MatterDocument } from '../model/matter.ts';

/** The latest document of a category: the newest day, then the highest version. */
export function latestOfCategory(
  documents: readonly MatterDocument[],
  category: string,
): MatterDocument | undefined {
  return documents
    .filter((document) => document.category === category)
    .reduce<MatterDocument | undefined>((best, one) => (best && !isLater(one, best) ? best : one), undefined);
}

const isLater = (a: MatterDocument, b: MatterDocument): boolean =>
  a.addedOn === b.addedOn ? a.version > b.version : a.addedOn > b.addedOn;
