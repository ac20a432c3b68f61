import type { Node as ProseNode } from '@tiptap/pm/model';
import { createContext } from 'react';
import type { FieldCatalogue } from '../../../contract/templates.ts';

/** What the places of a template are called, for the editor that shows them. */
export interface TemplatePlaces {
  readonly catalogue: FieldCatalogue | undefined;
  readonly blanks: readonly { readonly key: string; readonly label: string }[];
  readonly passages: readonly { readonly id: string; readonly name: string; readonly opening: string }[];
  /** What the static check says of a place, by its path or key. */
  readonly wrong?: ReadonlyMap<string, string>;
}

export const TemplatePlacesContext = createContext<TemplatePlaces>({
  catalogue: undefined,
  blanks: [],
  passages: [],
});

/** What a place of a wording stands once for each of: the table or role of the block that repeats, or of such a row. */
export function repeatedOver(doc: ProseNode, pos: number): string | undefined {
  const place = doc.resolve(pos);
  for (let depth = place.depth; depth > 0; depth -= 1) {
    const { type, attrs } = place.node(depth);
    const repeat: unknown =
      type.name === 'repeat' ? attrs : type.name === 'tableRow' ? attrs['repeat'] : undefined;
    const over = (repeat as { readonly over?: unknown } | null | undefined)?.over;
    if (typeof over === 'string') return over;
  }
  return undefined;
}

/** Whether a place of a wording stands once for each of something. */
export const isRepeated = (doc: ProseNode, pos: number): boolean => repeatedOver(doc, pos) !== undefined;

/** A field's name and what it says on the matter looked at. */
export function placeOf(
  { catalogue }: TemplatePlaces,
  path: string,
): { readonly label: string; readonly value: string | null; readonly known: boolean } {
  const found = fieldOf(catalogue, path);
  return {
    label: found?.label ?? path.slice(path.indexOf('.') + 1),
    value: found?.value ?? null,
    known: found !== undefined || catalogue === undefined,
  };
}

const MINOR = 100;

const fieldOf = (catalogue: FieldCatalogue | undefined, path: string) =>
  [...(catalogue?.fields ?? []), ...(catalogue?.repeats.flatMap(({ fields }) => fields) ?? [])].find(
    (field) => field.path === path,
  );

/** A value that a condition compares with: a choice by its label, an amount in whole units rather than in hundredths. */
export function valueOf(
  { catalogue }: TemplatePlaces,
  path: string,
  value: string | number | boolean,
): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const field = fieldOf(catalogue, path);
  if (typeof value === 'string') return field?.choices.find(({ key }) => key === value)?.label ?? value;
  return field?.kind === 'money' ? (value / MINOR).toFixed(2) : String(value);
}
