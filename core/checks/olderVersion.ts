import { newerVersion } from '../shelf/documents.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** An enclosure of which the matter holds a later version. */
export function checkOlderVersion({ enclosures, record }: CheckInput): readonly Note[] {
  return enclosures.flatMap(({ id: enclosureId, documentId, fileName }) => {
    const own = record.documents.find(({ id }) => id === documentId);
    const newer = own && newerVersion(record.documents, own);
    if (!newer || enclosures.some((one) => one.documentId === newer.id)) return [];
    return [
      caution(
        'olderVersion',
        { part: 'enclosures' },
        { name: fileName, newer: newer.name, addedOn: newer.addedOn },
        [{ kind: 'replaceEnclosure', enclosureId, by: newer.id, name: newer.name }],
      ),
    ];
  });
}
