import type { PersonScope } from '../access/scope.ts';
import { findMatter } from '../matters/queries.ts';
import type { StoredMatter } from '../matters/matter.ts';
import { notFound } from '../platform/problems/problem.ts';
import type { EntryListItem } from './entry.ts';
import { findEntry } from './queries.ts';

/** An entry with its matter; there is none where the matter is not for this actor. */
export async function visibleEntry(
  scope: PersonScope,
  id: string,
): Promise<{ entry: EntryListItem; matter: StoredMatter }> {
  const entry = await findEntry(scope, id);
  const matter = entry && (await findMatter(scope, entry.matterId));
  if (!entry || !matter) throw notFound('entry');
  return { entry, matter };
}
