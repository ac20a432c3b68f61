import type { Change } from '../access/change.ts';
import type { PersonActor } from '../access/actor.ts';
import type { Services } from '../platform/services.ts';
import { decide } from './decide.ts';
import { backWithin } from './putBack.ts';
import { findIncoming } from './queries.ts';

/**
 * Takes out what was brought in by mistake: what was filed leaves its trace where it was, and what waited waits no more.
 * False where somebody has decided about it since.
 */
export async function takeOut(
  services: Services,
  change: Change<PersonActor>,
  id: string,
  filedItself: boolean,
): Promise<boolean> {
  const found = await findIncoming(change.scope, id);
  if (!found || found.state !== (filedItself ? 'filed' : 'waiting')) return false;
  if (filedItself) await backWithin(services, change, found);
  await decide(change, id, 'waiting', 'notOurs');
  return true;
}
