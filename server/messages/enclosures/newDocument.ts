import type { Office } from '../../app/services.ts';
import type { DeskMessage } from '../layOut.ts';
import type { StoredEnclosure } from '../message.ts';
import type { StoredDocument } from '../../matters/queries.ts';
import { asId } from '../../../core/model/ids.ts';
import type { DocumentId } from '../../../core/model/ids.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';

/** A new document of the matter; one that is called like another of its category is its next version. */
export function documentFrom(
  office: Office,
  { matter, settings }: DeskMessage,
  file: Omit<StoredEnclosure, 'documentId'>,
  besides: readonly StoredDocument[],
): StoredDocument {
  const name = file.fileName.replace(/\.[^.]{1,8}$/, '');
  const like = [...matter.documents, ...besides].filter(
    (one) => one.name.toLowerCase() === name.toLowerCase() && one.category === file.category,
  );
  return {
    ...file,
    id: asId<DocumentId>(office.newId()),
    name,
    version: Math.max(0, ...like.map(({ version }) => version)) + 1,
    addedOn: zonedTime(settings.timeZone, office.now()).date,
  };
}
