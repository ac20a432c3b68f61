/** Letters and figures alone, in capitals, with one dash between: `sv_2041 ` and `SV-2041` are the same. */
const plain = (text: string): string =>
  text
    .toUpperCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');

/** As many parts as a reference has between its signs. */
const MOST_PARTS = 6;

/** References to what they stand for, to be looked for in paths. */
export const referenceIndex = <T>(references: Iterable<readonly [string, T]>): ReadonlyMap<string, T> =>
  new Map([...references].map(([reference, what]) => [plain(reference), what]));

/** Where a file of a path belongs, and the folder right below that name, if any. */
export interface Placed<T> {
  readonly what: T;
  /** The innermost folder between the one that names the reference and the file; empty where there is none. */
  readonly folder: string;
}

/** The words of a name that stand side by side and are a reference; the longest of them. */
function referenceIn<T>(name: string, index: ReadonlyMap<string, T>): T | undefined {
  const parts = plain(name).split('-');
  for (let length = Math.min(MOST_PARTS, parts.length); length > 0; length -= 1)
    for (let at = 0; at + length <= parts.length; at += 1) {
      const found = index.get(parts.slice(at, at + length).join('-'));
      if (found !== undefined) return found;
    }
  return undefined;
}

/** Finds the reference in a file's path: in the folder nearest to the file that has one, or in the file's own name. */
export function placeByPath<T>(path: string, index: ReadonlyMap<string, T>): Placed<T> | undefined {
  const names = path.split('/');
  const file = names.length - 1;
  for (let at = file - 1; at >= 0; at -= 1) {
    const what = referenceIn(names[at] ?? '', index);
    if (what !== undefined) return { what, folder: at < file - 1 ? (names[file - 1] ?? '') : '' };
  }
  const own = (names[file] ?? '').replace(/\.[^.]{1,8}$/, '');
  const what = referenceIn(own, index);
  return what === undefined ? undefined : { what, folder: '' };
}
