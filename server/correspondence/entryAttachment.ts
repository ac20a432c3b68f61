import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { EntryAttachment } from './entry.ts';
import { visibleEntry } from './visibleEntry.ts';
import { notFound } from '../http/httpProblem.ts';

export async function entryAttachment(
  office: Office,
  person: Account,
  id: string,
  index: number,
): Promise<{ readonly attachment: EntryAttachment; readonly bytes: Buffer }> {
  const { entry } = await visibleEntry(office, person, id);
  const attachment = entry.attachments[index];
  if (!attachment) throw notFound('attachment');
  return { attachment, bytes: await office.blobs.get(attachment.blob) };
}
