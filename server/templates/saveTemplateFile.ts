import type { TemplateFile } from '../../contract/templates.ts';
import { safeFileName } from '../../core/mime/plan.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { mediaTypeOf } from '../platform/files/mediaTypes.ts';
import type { ReceivedFile } from '../platform/files/receivedFile.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { insertTemplateFile } from './fileQueries.ts';

/** Saves a file that templates enclose, the same each time; its id is what a template names it by. */
export async function saveTemplateFile(
  services: Pick<Services, 'db' | 'now' | 'changes' | 'blobs' | 'newId'>,
  scope: PersonScope,
  { name, read }: ReceivedFile,
): Promise<TemplateFile> {
  const bytes = await read();
  if (bytes.length === 0)
    throw new DomainProblem('badFile', [{ code: 'fileEmpty', name }, { code: 'nothingSaved' }]);
  const fileName = safeFileName(name);
  const file = {
    id: services.newId(),
    name: fileName,
    blob: await services.blobs.put(bytes),
    mediaType: await mediaTypeOf(fileName, bytes),
    sizeBytes: bytes.length,
  };
  await changing(services, scope, async ({ tx, audit, atUtc }) => {
    await insertTemplateFile(tx, file, { by: scope.actor.id, atUtc });
    await audit('templateFile.added', 'template', file.id, { name: fileName });
  });
  const { blob: _blob, ...shown } = file;
  return shown;
}
