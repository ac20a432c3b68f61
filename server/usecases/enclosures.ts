import { HttpProblem } from '../http/httpProblem.ts';
import type { StoredMatter } from '../repositories/matters.ts';
import type { StoredEnclosure } from '../repositories/messages.ts';

/** Encloses documents of a matter, each under its own file name or the one given; its ending stays what it is. */
export function encloseDocuments(
  matter: StoredMatter,
  wanted: readonly { readonly documentId: string; readonly fileName?: string }[],
): readonly StoredEnclosure[] {
  return wanted.map(({ documentId, fileName }) => {
    const document = matter.documents.find(({ id }) => id === documentId);
    if (!document)
      throw new HttpProblem(
        'unknownDocument',
        `A document that was to be enclosed is not on ${matter.reference}.`,
      );
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

function withEnding(wanted: string | undefined, own: string): string {
  const dot = own.lastIndexOf('.');
  const ending = dot > 0 ? own.slice(dot) : '';
  if (wanted === undefined) return own;
  return wanted.toLowerCase().endsWith(ending.toLowerCase()) ? wanted : wanted + ending;
}
