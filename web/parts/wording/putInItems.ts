import type { FieldCatalogue } from '../../../contract/templates.ts';
import type { PutInItem } from '../editor/PutInList.tsx';
import { freshKey } from '../../words/freshKey.ts';

interface Places {
  readonly catalogue: FieldCatalogue | undefined;
  readonly blanks: readonly { readonly key: string; readonly label: string }[];
  readonly passages: readonly {
    readonly id: string;
    readonly name: string;
    readonly opening: string;
    readonly oneLine?: boolean;
  }[];
}

/** The most that is offered at once: what is not among these is found by another letter. */
const MOST = 12;

const fold = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();

/** How well a label answers what was typed: 0 not at all, 1 inside, 2 a word begins so, 3 it begins so. */
function fit(label: string, typed: string): number {
  const text = fold(label);
  if (text.startsWith(typed)) return 3;
  if (text.split(/[\s’-]+/).some((word) => word.startsWith(typed))) return 2;
  return text.includes(typed) ? 1 : 0;
}

/** What can be put in for the letters typed, best first; whatever they are, a blank can be made of them. */
export function putInItems(places: Places, typed: string, inLine: boolean): readonly PutInItem[] {
  const wanted = fold(typed);
  const all: PutInItem[] = [
    ...places.blanks.map(({ key, label }): PutInItem => ({
      kind: 'blank',
      key,
      label,
      detail: 'asked once',
    })),
    ...(places.catalogue?.fields ?? []).map(({ path, label, value }): PutInItem => ({
      kind: 'field',
      path,
      label,
      detail: value ?? 'nothing here',
    })),
    ...(places.catalogue?.repeats ?? []).flatMap(({ label: holder, fields }) =>
      fields.map(({ path, label, value }): PutInItem => ({
        kind: 'field',
        path,
        label: `${label} (each of ${holder})`,
        detail: value ?? 'nothing here',
      })),
    ),
    ...places.passages
      .filter(({ oneLine }) => oneLine === true || !inLine)
      .flatMap(({ id, name, opening, oneLine = false }): readonly PutInItem[] => [
        { kind: 'passage', id, oneLine, label: name, detail: opening },
        // Offered to whoever has begun to type its name: a list of everything twice would hide what is there.
        ...(wanted === '' || fit(name, wanted) === 0
          ? []
          : [{ kind: 'passageCopy', id, oneLine, label: `${name}, copied`, detail: opening } as const]),
      ]),
    ...(inLine ? [] : [{ kind: 'signature', label: 'Signature', detail: 'of whoever sends' } as const]),
  ];
  const found = all
    .map((item, n) => ({ item, n, score: fit(item.label, wanted) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score || a.n - b.n)
    .slice(0, MOST)
    .map(({ item }) => item);
  const name = typed.trim();
  return name === ''
    ? found
    : [
        ...found,
        {
          kind: 'newBlank',
          key: freshKey(
            name,
            places.blanks.map(({ key }) => key),
          ),
          name,
          label: `Ask for “${name}”`,
          detail: 'only the writer knows',
        },
      ];
}
