import type { Office } from '../app/services.ts';
import type { ReceivedFile } from '../http/receiveFiles.ts';
import type { TemplateFile } from '../../contract/templates.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import { mediaTypeOf } from '../platform/files/mediaTypes.ts';

/** Keeps a file that templates enclose, the same each time, by its bytes. */
export async function keepTemplateFile(office: Office, { name, bytes }: ReceivedFile): Promise<TemplateFile> {
  if (bytes.length === 0) throw new HttpProblem('badFile', `“${name}” is empty. Nothing was kept.`);
  const fileName = safeFileName(name);
  return {
    name: fileName,
    blob: await office.blobs.put(bytes),
    mediaType: mediaTypeOf(fileName, bytes),
    sizeBytes: bytes.length,
  };
}
