import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { asId } from '../../../core/model/ids.ts';
import type { DocumentId } from '../../../core/model/ids.ts';
import type { StoredDocument } from '../matter.ts';
import type { Services } from '../../platform/services.ts';

type File = Pick<StoredDocument, 'fileName' | 'category' | 'mediaType' | 'sizeBytes' | 'blob'>;

/** Where a document is put: what lies there already, and the clock that its day is told by. */
interface Place {
  readonly matter: { readonly documents: readonly StoredDocument[] };
  readonly settings: { readonly timeZone: string };
}

/** A file's name without its ending. */
export const bareName = (fileName: string): string => fileName.replace(/\.[^.]{1,8}$/, '') || fileName;

/** A new document of the matter; one that is called like another of its category is its next version. */
export function documentFrom(
  { newId, now }: Pick<Services, 'newId' | 'now'>,
  { matter, settings }: Place,
  { fileName, category, mediaType, sizeBytes, blob }: File,
  besides: readonly StoredDocument[],
  name = bareName(fileName),
): StoredDocument {
  const like = [...matter.documents, ...besides].filter(
    (one) => one.name.toLowerCase() === name.toLowerCase() && one.category === category,
  );
  return {
    id: asId<DocumentId>(newId()),
    name,
    fileName,
    category,
    mediaType,
    sizeBytes,
    blob,
    version: Math.max(0, ...like.map(({ version }) => version)) + 1,
    addedOn: zonedTime(settings.timeZone, now()).date,
  };
}
