import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { IncomingFile } from './queries.ts';
import { found, mustSee } from './visibleIncoming.ts';
import { shownFiles } from './incomingView.ts';
import { notFound } from '../http/httpProblem.ts';

export async function incomingFile(
  office: Office,
  person: Account,
  id: string,
  index: number,
): Promise<{ readonly file: IncomingFile; readonly bytes: Buffer }> {
  const incoming = await found(office, id);
  if (incoming.state !== 'waiting') await mustSee(office, person, incoming);
  const file = shownFiles(incoming)[index];
  if (!file) throw notFound('attachment');
  return { file, bytes: await office.blobs.get(file.blob) };
}
