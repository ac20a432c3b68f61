import { open } from 'node:fs/promises';
import type { BlobStore } from '../../platform/blobs/blobStore.ts';
import { mboxMessage } from '../../platform/mail/mbox.ts';
import type { Progress } from '../../platform/jobs/jobs.ts';
import { entryAsMail } from './entryFiles.ts';
import type { FoundSet } from './foundEntries.ts';

/** Entries as one mbox (RFC 4155), one after the other as they are read. */
export async function mboxOf(
  found: FoundSet,
  blobs: BlobStore,
  path: string,
  { tell, signal }: Progress,
): Promise<void> {
  const file = await open(path, 'w');
  try {
    let done = 0;
    for await (const entry of found.entries()) {
      signal.throwIfAborted();
      const mail = await entryAsMail(entry, blobs);
      await file.write(mboxMessage(mail, entry.people.from.address, entry.occurredAtUtc));
      done += 1;
      tell(done, found.count);
    }
  } finally {
    await file.close();
  }
}
