import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import { deskMessage } from '../layOut.ts';
import { enclosed } from './enclosed.ts';

/** An enclosure's bytes, whether it stands on the matter or not; as a PDF or picture where it can be shown as one. */
export async function enclosureBytes(
  office: Office,
  person: Account,
  id: string,
  documentId: string,
): Promise<{ readonly bytes: Buffer; readonly mediaType: string; readonly fileName: string }> {
  const desk = await deskMessage(office, person, id);
  const { blob, mediaType, fileName } = enclosed(desk, documentId);
  return { bytes: await office.blobs.get(blob), mediaType, fileName };
}
