import { changing } from '../access/change.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { decide } from './decide.ts';
import { visibleIncoming } from './visibleIncoming.ts';

/** Puts a message aside that belongs to no matter; undone by putting it back. */
export async function putAside(
  services: Services,
  scope: PersonScope,
  id: string,
): Promise<Record<string, never>> {
  await visibleIncoming(scope, id);
  await changing(services, scope, (change) => decide(change, id, 'waiting', 'notOurs'));
  return {};
}
