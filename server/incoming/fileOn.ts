import type { Filed, FileIncoming } from '../../contract/inTray.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { fileWithin, filedOn, readyToFile } from './fileIncoming.ts';
import { visibleIncoming } from './visibleIncoming.ts';

/** Files a message on one matter or several. */
export async function fileOn(
  services: Services,
  scope: PersonScope,
  id: string,
  { matterIds }: FileIncoming,
): Promise<Filed> {
  const ready = await readyToFile(services, scope, await visibleIncoming(scope, id), matterIds);
  const entryIds = await changing(services, scope, (change) => fileWithin(services, change, ready));
  return { entries: filedOn(ready, entryIds) };
}
