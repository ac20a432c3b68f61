import type { SearchQuery } from '../../../contract/search.ts';
import { entriesWithMatters } from '../queries.ts';
import type { StoredEntry } from '../entry.ts';
import { countEntries, searchEntries } from '../searchQueries.ts';
import { readSearch } from '../readSearch.ts';
import type { PersonScope } from '../../access/scope.ts';

export type FoundEntry = StoredEntry & { readonly reference: string; readonly title: string };

/** Entries read at once; what is taken out is never held whole. */
const AT_ONCE = 100;
/** More than this is what the practice’s own archive is for. */
export const MOST_TAKEN_OUT = 20_000;

export interface FoundSet {
  readonly count: number;
  /** The matters of what was read so far. */
  readonly matterIds: ReadonlySet<string>;
  readonly entries: () => AsyncGenerator<FoundEntry>;
}

/** Everything that a search finds for somebody, newest first, a few at a time. */
export async function foundEntries(scope: PersonScope, query: SearchQuery): Promise<FoundSet> {
  const search = await readSearch(scope, query);
  const matterIds = new Set<string>();
  return {
    matterIds,
    count: await countEntries(scope, search, MOST_TAKEN_OUT + 1),
    async *entries() {
      for (let after: string | undefined; ;) {
        const { items, next } = await searchEntries(scope, search, { limit: AT_ONCE, after });
        const found = await entriesWithMatters(
          scope,
          items.map(({ entryId }) => entryId),
        );
        for (const { entryId } of items) {
          const entry = found.get(entryId);
          if (!entry) continue;
          matterIds.add(entry.matterId);
          yield entry;
        }
        if (next === null) return;
        after = next;
      }
    },
  };
}
