import type { InTray } from '../../contract/inTray.ts';
import { listWaiting, countWaiting } from './queries.ts';
import { summariser } from './incomingView.ts';
import type { PersonScope } from '../access/scope.ts';

const DEFAULT_PAGE = 50;

/** What came in and waits for a person, with where each may belong and why. */
export async function readInTray(
  scope: PersonScope,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<InTray> {
  const { items, next } = await listWaiting(scope, { limit, after });
  const view = await summariser(scope, items);
  return { items: items.map(view), next, count: await countWaiting(scope) };
}
