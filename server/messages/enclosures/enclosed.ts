import { notFound } from '../../platform/problems/problem.ts';
import type { DraftLayout } from '../draftLayout.ts';
import type { StoredEnclosure } from '../message.ts';

/** One enclosure of a message by its id. */
export function enclosed({ message }: DraftLayout, enclosureId: string): StoredEnclosure {
  const found = message.enclosures.find(({ id }) => id === enclosureId);
  if (!found) throw notFound('enclosure');
  return found;
}

/** Whether two enclosures are the same thing: the same document, or the same bytes under whatever name. */
export const isSame = (a: StoredEnclosure, b: StoredEnclosure): boolean =>
  a.blob === b.blob || (a.kind === 'document' && b.kind === 'document' && a.documentId === b.documentId);
