import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import { COUNTED_TO } from '../../contract/search.ts';
import type { SearchQuery, Found, FoundEntry } from '../../contract/search.ts';
import { readSearch } from './readSearch.ts';
import { searchEntries, countEntries } from './searchQueries.ts';
import type { FoundRow, Search, Narrowing } from './searchQueries.ts';
import { markHits, excerpt } from '../../core/finding/index.ts';
import type { Term } from '../../core/finding/index.ts';
import { entriesWithMatters } from './queries.ts';

const DEFAULT_PAGE = 50;

const DIRECTIONS = ['in', 'out', 'note'] as const;

const CHANNELS = ['email', 'text', 'letter', 'note'] as const;

const OWN_CATEGORIES = ['Received', 'Letter', 'Call', 'Meeting', 'Note', 'Correction', 'Moved'];

/** Finds entries over the practice, or on a matter, newest first, with what was looked for marked. */
export async function searchCorrespondence(
  office: Office,
  person: Account,
  query: SearchQuery,
): Promise<Found> {
  const search = await readSearch(office, person, query);
  const { limit = DEFAULT_PAGE, after } = query;
  const { items, next } = await searchEntries(office.db, search, { limit, after });
  return {
    items: await viewFound(office, items, search.terms),
    next,
    counts: after === undefined ? await countAll(office, search) : null,
  };
}

async function viewFound(
  office: Office,
  rows: readonly FoundRow[],
  terms: readonly Term[],
): Promise<FoundEntry[]> {
  const entries = await entriesWithMatters(
    office.db,
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

/** Each filter’s count with all others as they are, no further than anybody wants to know. */
async function countAll(office: Office, search: Search): Promise<Found['counts']> {
  const counted = (change: Partial<Narrowing>): Promise<number> =>
    countEntries(office.db, { ...search, narrowing: { ...search.narrowing, ...change } }, COUNTED_TO + 1);
  const each = async <K extends keyof Narrowing>(
    part: K,
    keys: readonly (Narrowing[K] & string)[],
  ): Promise<{ key: string; count: number }[]> => {
    const chosen = search.narrowing[part];
    const asked = chosen === undefined ? keys : keys.filter((key) => key === chosen);
    const counts: { key: string; count: number }[] = [];
    for (const key of asked) counts.push({ key, count: await counted({ [part]: key }) });
    return counts.filter(({ count }) => count > 0);
  };
  const templates = await office.programs.current(office.db);
  const categories = [...new Set([...OWN_CATEGORIES, ...templates.map(({ content }) => content.category)])];
  return {
    all: await counted({}),
    direction: await each('direction', DIRECTIONS),
    channel: await each('channel', CHANNELS),
    category: await each('category', categories),
    withFile: await counted({ withFile: true }),
  };
}
