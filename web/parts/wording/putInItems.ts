import type { FieldCatalogue } from '../../../contract/templates.ts';
import type { PutInItem } from '../editor/PutInList.tsx';
import { SHAPES } from './shapes.ts';
import { freshKey } from '../../words/freshKey.ts';
import { say } from '../../words/en/parts-wording.ts';

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

const NOTHING = say.nothingHere;
/** A value that holds the letters comes behind every name that does. */
const BY_VALUE = 0.5;
const MIN_VALUE_LETTERS = 2;

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

/** Values that are shown are found too; a single letter stands in nearly all of them. */
function fitValue({ kind, detail }: PutInItem, wanted: string): number {
  if (kind !== 'field' || wanted.length < MIN_VALUE_LETTERS || detail === NOTHING) return 0;
  return fit(detail, wanted) > 0 ? BY_VALUE : 0;
}

/** All that can be put in, what is likeliest meant first: whatever each of `here` holds, where the place repeats. */
function everything(
  places: Places,
  wanted: string,
  inLine: boolean,
  here: FieldCatalogue['repeats'][number] | undefined,
): readonly PutInItem[] {
  return [
    ...(here?.fields ?? []).map(({ path, label, value }): PutInItem => ({
      kind: 'field',
      path,
      label,
      detail: value ?? NOTHING,
    })),
    ...places.blanks.map(({ key, label }): PutInItem => ({
      kind: 'blank',
      key,
      label,
      detail: say.askedOnce,
    })),
    ...(places.catalogue?.fields ?? []).map(({ path, label, value }): PutInItem => ({
      kind: 'field',
      path,
      label,
      detail: value ?? NOTHING,
    })),
    ...(places.catalogue?.repeats ?? [])
      .filter((repeat) => repeat !== here)
      .flatMap(({ label: holder, fields }) =>
        fields.map(({ path, label, value }): PutInItem => ({
          kind: 'field',
          path,
          label: say.eachOf(label, holder),
          detail: value ?? NOTHING,
        })),
      ),
    ...places.passages
      .filter(({ oneLine }) => oneLine === true || !inLine)
      .flatMap(({ id, name, opening, oneLine = false }): readonly PutInItem[] => [
        { kind: 'passage', id, oneLine, label: name, detail: opening },
        // Offered to whoever has begun to type its name: a list of everything twice would hide what is there.
        ...(wanted === '' || fit(name, wanted) === 0
          ? []
          : [{ kind: 'passageCopy', id, oneLine, label: say.copied(name), detail: opening } as const]),
      ]),
    ...(inLine ? [] : SHAPES.map((one): PutInItem => ({ kind: 'shape', ...one }))),
    ...(inLine ? [] : [{ kind: 'signature', label: say.signature, detail: say.ofTheSender } as const]),
  ];
}

/**
 * What can be put in for the letters typed, best first; whatever they are, a blank can be made of them. Where the place stands once for
 * each of `over`, what each of those holds is what is likely meant.
 */
export function putInItems(
  places: Places,
  typed: string,
  inLine: boolean,
  over?: string,
): readonly PutInItem[] {
  const wanted = fold(typed);
  const here = places.catalogue?.repeats.find((repeat) => repeat.over === over);
  const all = everything(places, wanted, inLine, here);
  const found = all
    .map((item, n) => ({ item, n, score: fit(item.label, wanted) || fitValue(item, wanted) }))
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
          label: say.askFor(name),
          detail: say.onlyTheWriterKnows,
        },
      ];
}
