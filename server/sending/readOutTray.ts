import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { MessagePage } from '../../contract/messages.ts';
import { listOutTray } from './queries.ts';
import { viewSummary } from '../messages/messageSummary.ts';

const DEFAULT_PAGE = 50;

export async function readOutTray(
  office: Office,
  person: Account,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<MessagePage> {
  const { items, next } = await listOutTray(office.db, { personId: person.id, limit, after });
  return { items: items.map(viewSummary), next };
}
