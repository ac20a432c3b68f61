import { latestOfCategory, unmetDocuments } from '../shelf/documents.ts';
import type { CheckInput } from './checkInput.ts';
import { stop } from './note.ts';
import type { Note } from './note.ts';

/** A document that the template says must go along, and does not. */
export const checkRequiredDocuments = ({ wanted, enclosures, record }: CheckInput): readonly Note[] =>
  unmetDocuments(wanted, enclosures).map(({ label, category }) => {
    const latest = category === undefined ? undefined : latestOfCategory(record.documents, category);
    const remedies = latest ? [{ kind: 'enclose', documentId: latest.id, name: latest.name } as const] : [];
    return stop('documentMissing', { part: 'enclosures' }, { label }, remedies);
  });
