import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { EntryPage } from '../../contract/correspondence.ts';
import { isVisible } from '../matters/queries.ts';
import { notFound } from '../http/httpProblem.ts';
import { listEntries } from './queries.ts';
import { entryWriter } from './entryView.ts';

const DEFAULT_PAGE = 60;

export async function listCorrespondence(
  office: Office,
  person: Account,
  matterId: string,
  { limit = DEFAULT_PAGE, after }: { readonly limit?: number; readonly after?: string },
): Promise<EntryPage> {
  if (!(await isVisible(office.db, matterId, person.id))) throw notFound('matter');
  const { items, next } = await listEntries(office.db, { matterId, limit, after });
  const view = await entryWriter(office, items);
  return { items: items.map(view), next };
}
