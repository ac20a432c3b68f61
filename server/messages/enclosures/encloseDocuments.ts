import type { StoredMatter } from '../../matters/queries.ts';
import type { StoredEnclosure } from '../message.ts';
import { HttpProblem } from '../../http/httpProblem.ts';

type Wanted = { readonly documentId: string; readonly fileName?: string };

/**
 * Encloses documents of a matter, each under its own file name or the one given; its ending stays what it is. What is
 * enclosed already may stay although it is no document of the matter: a file of the template's, or a letter made for it.
 */
export function encloseDocuments(
  matter: StoredMatter,
  wanted: readonly Wanted[],
  already: readonly StoredEnclosure[] = [],
): readonly StoredEnclosure[] {
  return wanted.map(({ documentId, fileName }) => {
    const document = matter.documents.find(({ id }) => id === documentId);
    const enclosed = already.find((one) => one.documentId === documentId);
    if (!document && !enclosed)
      throw new HttpProblem(
        'unknownDocument',
        `A document that was to be enclosed is not on ${matter.reference}.`,
      );
    if (!document)
      return { ...enclosed, fileName: withEnding(fileName, enclosed?.fileName ?? '') } as StoredEnclosure;
    const { id, category, mediaType, sizeBytes, blob } = document;
    return {
      documentId: id,
      fileName: withEnding(fileName, document.fileName),
      category,
      mediaType,
      sizeBytes,
      blob,
    };
  });
}

export function withEnding(wanted: string | undefined, own: string): string {
  const dot = own.lastIndexOf('.');
  const ending = dot > 0 ? own.slice(dot) : '';
  if (wanted === undefined) return own;
  return wanted.toLowerCase().endsWith(ending.toLowerCase()) ? wanted : wanted + ending;
}
