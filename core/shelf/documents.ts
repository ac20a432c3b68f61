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

interface Named {
  readonly name: string;
  readonly version: number;
  /** `YYYY-MM-DD` */
  readonly addedOn: string;
}

/** The latest document of a name, whatever its letters’ case. */
export function latestNamed<D extends Named>(documents: readonly D[], name: string): D | undefined {
  const wanted = name.trim().toLowerCase();
  return documents
    .filter((document) => document.name.trim().toLowerCase() === wanted)
    .reduce<D | undefined>((best, one) => (best && !isLater(one, best) ? best : one), undefined);
}

/** What a template wants along and is not enclosed: each enclosure serves one wish, of its category or of any. */
export function unmetDocuments<W extends { readonly category?: string }>(
  wanted: readonly W[],
  enclosures: readonly { readonly category: string }[],
): readonly W[] {
  const free = new Set(enclosures);
  return wanted.filter(({ category }) => {
    const found = [...free].find((one) => category === undefined || one.category === category);
    return !found || !free.delete(found);
  });
}

const isLater = (a: Omit<Named, 'name'>, b: Omit<Named, 'name'>): boolean =>
  a.addedOn === b.addedOn ? a.version > b.version : a.addedOn > b.addedOn;

/** What a document is called without its count of versions: `Survey report` of `Survey report, draft 3`. */
const bareName = (name: string): string =>
  name
    .replace(/[\s,;–-]*(?:\(?(?:draft|version|rev\.?|v)\s*\d+\)?)$/iu, '')
    .trim()
    .toLowerCase();

/** The latest document of the same name and category that came after this one; undefined where this is the latest. */
export function newerVersion(
  documents: readonly MatterDocument[],
  document: MatterDocument,
): MatterDocument | undefined {
  const name = bareName(document.name);
  const latest = latestOfCategory(
    documents.filter((one) => bareName(one.name) === name),
    document.category,
  );
  return latest && latest.id !== document.id && isLater(latest, document) ? latest : undefined;
}
