import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { InTray } from '../../contract/inTray.ts';
import { listWaiting, countWaiting } from './queries.ts';
import { summariser } from './incomingView.ts';

const DEFAULT_PAGE = 50;

/** What came in and waits for a person, with where each may belong and why. */
export async function readInTray(
  office: Office,
  person: Account,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<InTray> {
  const { items, next } = await listWaiting(office.db, { limit, after });
  const view = await summariser(office, person, items);
  return { items: items.map(view), next, count: await countWaiting(office.db) };
}
