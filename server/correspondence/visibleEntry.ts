import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { EntryListItem } from './entry.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/queries.ts';
import { findEntry } from './queries.ts';
import { notFound } from '../http/httpProblem.ts';

export async function visibleEntry(
  office: Office,
  person: Account,
  id: string,
): Promise<{ entry: EntryListItem; matter: StoredMatter }> {
  const entry = await findEntry(office.db, id);
  const matter = entry && (await findMatter(office.db, entry.matterId, person.id));
  if (!entry || !matter) throw notFound('entry');
  return { entry, matter };
}
