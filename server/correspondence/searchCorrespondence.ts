import { COUNTED_TO } from '../../contract/search.ts';
import type { SearchQuery, Found, FoundEntry } from '../../contract/search.ts';
import { readSearch } from './readSearch.ts';
import { searchEntries, entryCategories, countEach } from './searchQueries.ts';
import type { FoundRow, Search, Narrowing } from './searchQueries.ts';
import { markHits, excerpt } from '../../core/finding/index.ts';
import type { Term } from '../../core/finding/index.ts';
import { entriesWithMatters } from './queries.ts';
import type { PersonScope, Scope } from '../access/scope.ts';

const DEFAULT_PAGE = 50;

const DIRECTIONS = ['in', 'out', 'note'] as const;

const CHANNELS = ['email', 'text', 'letter', 'answer', 'note'] as const;

/** Finds entries over the practice, or on a matter, newest first, with what was looked for marked. */
export async function searchCorrespondence(scope: PersonScope, query: SearchQuery): Promise<Found> {
  const search = await readSearch(scope, query);
  const { limit = DEFAULT_PAGE, after } = query;
  const { items, next } = await searchEntries(scope, search, { limit, after });
  return {
    items: await viewFound(scope, items, search.terms),
    next,
    counts: after === undefined ? await countAll(scope, search) : null,
  };
}

async function viewFound(
  scope: Scope,
  rows: readonly FoundRow[],
  terms: readonly Term[],
): Promise<FoundEntry[]> {
  const entries = await entriesWithMatters(
    scope,
    rows.map(({ entryId }) => entryId),
  );
  return rows.flatMap(({ entryId, subject, body, files }) => {
    const entry = entries.get(entryId);
    if (!entry) return [];
    const { from, to } = entry.people;
    const shown = entry.direction === 'out' ? to : [from];
    const inFiles = markHits(files, terms).some(({ hit }) => hit);
    return [
      {
        entryId,
        matterId: entry.matterId,
        reference: entry.reference,
        title: entry.title,
        direction: entry.direction,
        channel: entry.channel,
        category: entry.category,
        occurredAtUtc: entry.occurredAtUtc,
        who: shown.map(({ name, address }) => name || address),
        subject: [...markHits(subject, terms)],
        excerpt: [...excerpt(body, terms)],
        files: inFiles ? [...excerpt(files, terms)] : [],
      },
    ];
  });
}

/**
 * Each filter’s count with all others as they are, no further than anybody wants to know: all of them in one statement. A
 * filter that is chosen is counted for what was chosen alone.
 */
async function countAll(scope: Scope, search: Search): Promise<Found['counts']> {
  const { narrowing } = search;
  const asked = [
    ...keysOf(narrowing.direction, DIRECTIONS).map((key) => ({ part: 'direction', key }) as const),
    ...keysOf(narrowing.channel, CHANNELS).map((key) => ({ part: 'channel', key }) as const),
    ...keysOf(narrowing.category, await entryCategories(scope)).map(
      (key) => ({ part: 'category', key }) as const,
    ),
  ];
  const narrowed = (change: Partial<Narrowing>): Search => ({
    ...search,
    narrowing: { ...narrowing, ...change },
  });
  const searches = [
    search,
    narrowed({ withFile: true }),
    ...asked.map(({ part, key }) => narrowed({ [part]: key })),
  ];
  const [all = 0, withFile = 0, ...each] = await countEach(scope, searches, COUNTED_TO + 1);
  const countsOf = (part: (typeof asked)[number]['part']): { key: string; count: number }[] =>
    asked
      .map((one, n) => ({ ...one, count: each[n] ?? 0 }))
      .filter((one) => one.part === part && one.count > 0)
      .map(({ key, count }) => ({ key, count }));
  return {
    all,
    direction: countsOf('direction'),
    channel: countsOf('channel'),
    category: countsOf('category'),
    withFile,
  };
}

const keysOf = (chosen: string | undefined, keys: readonly string[]): readonly string[] =>
  chosen === undefined ? keys : keys.filter((key) => key === chosen);
