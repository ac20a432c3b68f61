import type { Message } from '../../../contract/messages.ts';
import { safeFileName } from '../../../core/mime/plan.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { ReceivedFile } from '../../platform/files/receivedFile.ts';
import type { StoredDocument } from '../../matters/matter.ts';
import { mediaTypeOf } from '../../platform/files/mediaTypes.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import type { StoredEnclosure } from '../message.ts';
import { draftOnDesk, putIn } from './changeEnclosures.ts';
import { documentEnclosure } from './fetchWanted.ts';
import { documentFrom } from '../../matters/documents/newDocument.ts';

/** Encloses files from outside: dropped, chosen or pasted. With a category they are kept on the matter as well. */
export async function encloseFiles(
  services: Services,
  scope: PersonScope,
  id: string,
  files: readonly ReceivedFile[],
  category: string | undefined,
): Promise<Message> {
  const desk = await draftOnDesk(services, scope, id);
  const kept: StoredDocument[] = [];
  const put: StoredEnclosure[] = [];
  for (const { name, read } of files) {
    const bytes = await read();
    if (bytes.length === 0)
      throw new DomainProblem('badRequest', [{ code: 'fileEmpty', name }, { code: 'nothingEnclosed' }]);
    const fileName = safeFileName(name);
    const file = {
      fileName,
      category: category ?? '',
      mediaType: await mediaTypeOf(fileName, bytes),
      sizeBytes: bytes.length,
      blob: await services.blobs.put(bytes),
    };
    if (category === undefined) put.push({ kind: 'upload', id: services.newId(), ...file });
    else {
      const document = documentFrom(services, desk, file, kept);
      kept.push(document);
      put.push(documentEnclosure(document));
    }
  }
  return putIn(services, scope, desk, put, kept);
}
