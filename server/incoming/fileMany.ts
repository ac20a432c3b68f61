import type { Filed, FileMany } from '../../contract/inTray.ts';
import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { readyToFile, fileWithin, filedOn } from './fileIncoming.ts';
import type { ReadyToFile } from './fileIncoming.ts';
import { visibleIncoming } from './visibleIncoming.ts';

/** Files several at once, each on its own matter, all of them or none; one that is filed already is passed over. */
export async function fileMany(services: Services, scope: PersonScope, { items }: FileMany): Promise<Filed> {
  const ready: ReadyToFile[] = [];
  for (const { id, matterId } of items) {
    const incoming = await visibleIncoming(scope, id);
    if (incoming.state === 'waiting') ready.push(await readyToFile(services, scope, incoming, [matterId]));
  }
  return changing(services, scope, async (change) => {
    if (ready.length === 0) change.leaveAsIs();
    const entries: Filed['entries'] = [];
    for (const one of ready) entries.push(...filedOn(one, await fileWithin(services, change, one)));
    return { entries };
  });
}
