import type { Filed, NewMatterForMail } from '../../contract/inTray.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import { openWithin } from '../matters/createMatter.ts';
import type { Services } from '../platform/services.ts';
import { filedOn, fileWithin, textOf } from './fileIncoming.ts';
import { writerWithin } from './makeParty.ts';
import { visibleIncoming } from './visibleIncoming.ts';

/** Opens a matter for a message, with its writer in a role of it, and files the message there: all of it, or nothing. */
export async function matterForMail(
  services: Services,
  scope: PersonScope,
  id: string,
  { role, ...matter }: NewMatterForMail,
): Promise<Filed> {
  const incoming = await visibleIncoming(scope, id);
  const text = await textOf(await services.blobs.get(incoming.rawBlob), incoming);
  return changing(services, scope, async (change) => {
    const writer = role === undefined ? undefined : await writerWithin(services, change, incoming);
    const parties = [
      ...(matter.parties ?? []),
      ...(writer && role !== undefined ? [{ role, contactId: writer.id }] : []),
    ];
    const opened = await openWithin(services, change, { ...matter, parties });
    const ready = {
      incoming,
      text,
      matterIds: [opened.id],
      references: new Map([[opened.id as string, opened.reference]]),
    };
    return { entries: filedOn(ready, await fileWithin(services, change, ready)) };
  });
}
