import type { MessagePage } from '../../contract/messages.ts';
import { listOutTray } from './queries.ts';
import { viewSummary } from '../messages/messageSummary.ts';
import type { PersonScope } from '../access/scope.ts';

const DEFAULT_PAGE = 50;

export async function readOutTray(
  scope: PersonScope,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<MessagePage> {
  const { items, next } = await listOutTray(scope, { limit, after });
  return { items: items.map(viewSummary), next };
}
