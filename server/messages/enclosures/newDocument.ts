import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { asId } from '../../../core/model/ids.ts';
import type { DocumentId } from '../../../core/model/ids.ts';
import type { StoredDocument } from '../../matters/matter.ts';
import type { Services } from '../../platform/services.ts';
import type { DraftLayout } from '../draftLayout.ts';
import type { StoredEnclosure } from '../message.ts';
import { bareName } from './enclosed.ts';

type File = Pick<StoredEnclosure, 'fileName' | 'category' | 'mediaType' | 'sizeBytes' | 'blob'>;

/** A new document of the matter; one that is called like another of its category is its next version. */
export function documentFrom(
  { newId, now }: Pick<Services, 'newId' | 'now'>,
  { matter, settings }: DraftLayout,
  { fileName, category, mediaType, sizeBytes, blob }: File,
  besides: readonly StoredDocument[],
): StoredDocument {
  const name = bareName(fileName);
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
