import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import type { ReceivedFile } from '../../http/receiveFiles.ts';
import type { Message } from '../../../contract/messages.ts';
import { draftOnDesk, putIn } from './changeEnclosures.ts';
import type { StoredDocument } from '../../matters/queries.ts';
import type { StoredEnclosure } from '../message.ts';
import { HttpProblem } from '../../http/httpProblem.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import { mediaTypeOf } from '../../platform/files/mediaTypes.ts';
import { madeId } from './madeId.ts';
import { documentFrom } from './newDocument.ts';

/** Encloses files from outside: dropped, chosen or pasted. With a category they are kept on the matter as well. */
export async function encloseFiles(
  office: Office,
  person: Account,
  id: string,
  files: readonly ReceivedFile[],
  category: string | undefined,
): Promise<Message> {
  const desk = await draftOnDesk(office, person, id);
  const kept: StoredDocument[] = [];
  const made: StoredEnclosure[] = [];
  for (const { name, bytes } of files) {
    if (bytes.length === 0) throw new HttpProblem('badRequest', `“${name}” is empty. Nothing was enclosed.`);
    const fileName = safeFileName(name);
    const file = {
      fileName,
      mediaType: mediaTypeOf(fileName, bytes),
      sizeBytes: bytes.length,
      blob: await office.blobs.put(bytes),
    };
    if (category === undefined) made.push({ documentId: madeId('made', file.blob), category: '', ...file });
    else {
      const document = documentFrom(office, desk, { ...file, category }, kept);
      kept.push(document);
      made.push({ documentId: document.id, category, ...file });
    }
  }
  return putIn(office, person, desk, made, kept);
}
