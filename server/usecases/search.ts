import type {
  Found,
  FoundEntry,
  NewSearch,
  SavedSearch,
  SavedSearches,
  SearchQuery,
} from '../../contract/search.ts';
import { COUNTED_TO } from '../../contract/search.ts';
import { startOfDay } from '../../core/dates/zonedClock.ts';
import { excerpt, markHits, readQuery } from '../../core/finding/index.ts';
import type { Term } from '../../core/finding/index.ts';
import { addDays, parsePlainDate } from '../../core/model/plainDate.ts';
import { notFound } from '../http/httpProblem.ts';
import type { Office } from '../office.ts';
import { entriesWithMatters } from '../repositories/correspondence.ts';
import { isVisible } from '../repositories/matters.ts';
import type { Account } from '../repositories/people.ts';
import { deleteSearch, insertSearch, searchesOf } from '../repositories/savedSearches.ts';
import { countEntries, hiddenMatters, matterSeqOf, searchEntries } from '../repositories/searchEntries.ts';
import type { FoundRow, Narrowing, Search } from '../repositories/searchEntries.ts';
import { readSettings } from '../repositories/settings.ts';

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

export async function readSearch(office: Office, person: Account, query: SearchQuery): Promise<Search> {
  const { words = '', who = '', direction, channel, category, withFile, matterId } = query;
  if (matterId !== undefined && !(await isVisible(office.db, matterId, person.id))) throw notFound('matter');
  const { timeZone } = await readSettings(office.db);
  const day = (text: string | undefined) => (text === undefined ? undefined : parsePlainDate(text));
  const [from, until] = [day(query.from), day(query.until)];
  const matterSeq = matterId === undefined ? undefined : await matterSeqOf(office.db, matterId);
  const narrowing: Narrowing = {
    ...(direction === undefined ? {} : { direction }),
    ...(channel === undefined ? {} : { channel }),
    ...(category === undefined ? {} : { category }),
    ...(withFile ? { withFile } : {}),
    ...(matterSeq === undefined ? {} : { matterSeq }),
    ...(from ? { fromUtc: startOfDay(timeZone, from) } : {}),
    ...(until ? { untilUtc: startOfDay(timeZone, addDays(until, 1)) } : {}),
  };
  return {
    terms: readQuery(words),
    who: readQuery(who),
    narrowing,
    hidden: await hiddenMatters(office.db, person.id),
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

export async function listSearches(office: Office, person: Account): Promise<SavedSearches> {
  return { items: [...(await searchesOf(office.db, person.id))] };
}

export async function keepSearch(
  office: Office,
  person: Account,
  { name, query }: NewSearch,
): Promise<SavedSearch> {
  const kept = { id: office.newId(), name: name.trim(), query };
  await insertSearch(office.db, person.id, kept, office.now());
  return kept;
}

export async function dropSearch(
  office: Office,
  person: Account,
  id: string,
): Promise<Record<string, never>> {
  if (!(await deleteSearch(office.db, person.id, id))) throw notFound('saved search');
  return {};
}
