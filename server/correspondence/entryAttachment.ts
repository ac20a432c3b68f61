import type { Services } from '../platform/services.ts';
import type { EntryAttachment } from './entry.ts';
import { visibleEntry } from './visibleEntry.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { PersonScope } from '../access/scope.ts';

export async function entryAttachment(
  services: Services,
  scope: PersonScope,
  id: string,
  index: number,
): Promise<{ readonly attachment: EntryAttachment; readonly bytes: Buffer }> {
  const { entry } = await visibleEntry(scope, id);
  const attachment = entry.attachments[index];
  if (!attachment) throw notFound('attachment');
  return { attachment, bytes: await services.blobs.get(attachment.blob) };
}
