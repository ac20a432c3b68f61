import type { Editor } from '@tiptap/react';

/** What of a paste is not words: pictures that belong into the text, and files that are enclosed. */
export interface PastedFiles {
  readonly pictures: readonly File[];
  readonly files: readonly File[];
}

type Pasted = Pick<DataTransfer, 'getData'> & { readonly files: Iterable<File> };

const PICTURES = new Set(['image/png', 'image/jpeg', 'image/gif']);
const NOTHING: PastedFiles = { pictures: [], files: [] };

/**
 * Where words come along, as from a word processor, the files are a second likeness of them, and the editor takes the
 * words; a picture copied from a page comes with a mark-up that says nothing. Pasted into the text a picture stands there;
 * elsewhere it is enclosed like any file.
 */
export function pastedFiles(pasted: Pasted, inText: boolean): PastedFiles {
  const words = pasted
    .getData('text/html')
    .replace(/<[^>]*>/g, '')
    .trim();
  if (words !== '') return NOTHING;
  const all = [...pasted.files];
  const pictures = inText ? all.filter(({ type }) => PICTURES.has(type)) : [];
  return { pictures, files: all.filter((file) => !pictures.includes(file)) };
}

export const isInText = (target: EventTarget, body: Editor | null): boolean =>
  target instanceof Node && body !== null && body.view.dom.contains(target);
