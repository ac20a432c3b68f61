import type { Services } from '../platform/services.ts';
import type { IncomingFile } from './queries.ts';
import { visibleIncoming } from './visibleIncoming.ts';
import { shownFiles } from './incomingView.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { PersonScope } from '../access/scope.ts';

export async function incomingFile(
  services: Services,
  scope: PersonScope,
  id: string,
  index: number,
): Promise<{ readonly file: IncomingFile; readonly bytes: Buffer }> {
  const incoming = await visibleIncoming(scope, id);
  const file = shownFiles(incoming)[index];
  if (!file) throw notFound('attachment');
  return { file, bytes: await services.blobs.get(file.blob) };
}
