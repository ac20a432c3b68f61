import type { EntryPage } from '../../contract/correspondence.ts';
import { isVisible } from '../access/visibleQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { listEntries } from './queries.ts';
import { entryWriter } from './entryView.ts';
import type { Services } from '../platform/services.ts';
import type { Scope } from '../access/scope.ts';

const DEFAULT_PAGE = 60;

export async function listCorrespondence(
  services: Pick<Services, 'now'>,
  scope: Scope,
  matterId: string,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<EntryPage> {
  if (!(await isVisible(scope, matterId))) throw notFound('matter');
  const { items, next } = await listEntries(scope, { matterId, limit, after });
  const view = await entryWriter(services, scope, items);
  return { items: items.map(view), next };
}
