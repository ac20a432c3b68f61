import type { Term } from '../../core/finding/index.ts';
import type { Scope } from '../access/scope.ts';
import { hiddenFrom, visible } from '../access/visibleQueries.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { entryWords } from '../platform/database/dialects/sqlite/words.ts';
import type { EntryMatch, FoundWords } from '../platform/database/dialects/sqlite/words.ts';
import { sql } from '../platform/database/reads.ts';
import type { Tx } from '../platform/database/transaction.ts';
import {
  ATTACHMENT_MARK,
  categoryMark,
  channelMark,
  directionMark,
  firstRowAt,
  matterMark,
} from './entryWordQueries.ts';

/** What narrows a search besides its words. */
export interface Narrowing {
  readonly direction?: string;
  readonly channel?: string;
  readonly category?: string;
  readonly withFile?: boolean;
  readonly matterSeq?: number;
  /** UTC in milliseconds: inclusive, exclusive. */
  readonly fromUtc?: number;
  readonly untilUtc?: number;
}

export interface Search {
  readonly terms: readonly Term[];
  readonly who: readonly Term[];
  /** Addresses of the people of an organisation that is meant by those words. */
  readonly orAddresses: readonly string[];
  readonly narrowing: Narrowing;
}

/** Numbers of the matters that the actor may not see: few, since only restricted ones can be. */
async function hiddenMatters(scope: Scope): Promise<readonly number[]> {
  return (await hiddenFrom(scope)?.clearSelect().pluck<number[]>('hidden.seq')) ?? [];
}

/** A matter's number; undefined where there is none for this actor. */
export async function matterSeqOf(scope: Scope, matterId: string): Promise<number | undefined> {
  const row = await visible(scope, 'matters')
    .where({ id: matterId })
    .first<{ seq: number } | undefined>('seq');
  return row?.seq;
}

/** Every entry has one of these: what a search begins from that has no words. */
const ANY = ['in', 'out', 'note'].map(directionMark);

function matchOf({ terms, who, orAddresses, narrowing }: Search, hidden: readonly number[]): EntryMatch {
  const { direction, channel, category, withFile, matterSeq } = narrowing;
  const words = ({ words: list, prefix }: Term): readonly [string, boolean] => [list.join(' '), prefix];
  return {
    any: terms.map(words),
    people: who.map(words),
    orAddresses,
    marks: [
      ...(matterSeq === undefined ? [] : [matterMark(matterSeq)]),
      ...(direction === undefined ? [] : [directionMark(direction)]),
      ...(channel === undefined ? [] : [channelMark(channel)]),
      ...(category === undefined ? [] : [categoryMark(category)]),
      ...(withFile ? [ATTACHMENT_MARK] : []),
    ],
    anyMark: ANY,
    withoutMarks: hidden.map(matterMark),
  };
}

/** Lowest and highest row of the time that is asked for. */
function rowsBetween({ fromUtc, untilUtc }: Narrowing): readonly [number, number] {
  return [
    fromUtc === undefined ? 0 : firstRowAt(fromUtc),
    untilUtc === undefined ? Number.MAX_SAFE_INTEGER : firstRowAt(untilUtc) - 1,
  ];
}

export type FoundRow = FoundWords;

/** A page of what was found, newest first. */
export async function searchEntries(
  scope: Scope,
  search: Search,
  { limit, after }: { readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: FoundRow[]; readonly next: string | null }> {
  const [low, high] = rowsBetween(search.narrowing);
  const cursor = readCursor(after);
  const top = cursor ? Math.min(high, Number(cursor[0]) - 1) : high;
  const match = matchOf(search, await hiddenMatters(scope));
  const rows = await entryWords.find(sql(scope), match, [low, top], limit + 1);
  return toPage(
    rows,
    limit,
    (row) => row,
    ({ row }) => [row, 0],
  );
}

/** How many each of some searches over the same time has, counted no further than `most`; in one statement. */
export async function countEach(
  scope: Scope,
  searches: readonly Search[],
  most: number,
): Promise<readonly number[]> {
  const [first] = searches;
  if (!first) return [];
  const hidden = await hiddenMatters(scope);
  const matches = searches.map((search) => matchOf(search, hidden));
  return entryWords.counts(sql(scope), matches, rowsBetween(first.narrowing), most);
}

/** How many there are, counted no further than `most`. */
export async function countEntries(scope: Scope, search: Search, most: number): Promise<number> {
  const [count = 0] = await countEach(scope, [search], most);
  return count;
}

/** Every category that something was ever filed under; which of them somebody may see is for the counts to say. */
export const entryCategories = (scope: Scope): Promise<string[]> =>
  sql(scope)('entry_categories').orderBy('category').pluck<string[]>('category');

/** Takes up what a file says among the words of the entries that enclose it. */
export async function addFileWords(tx: Tx, blob: string, words: string): Promise<void> {
  await tx('file_words').where({ blob }).update({ words });
  if (words === '') return;
  const rows = await tx('file_uses').where({ blob }).pluck<number[]>('word_row');
  for (const row of rows) await entryWords.addFileWords(tx, row, words);
}

export interface UnreadFile {
  readonly blob: string;
  readonly mediaType: string;
}

export async function nextUnreadFile(scope: Scope): Promise<UnreadFile | undefined> {
  return sql(scope)('file_words')
    .whereNull('words')
    .first<UnreadFile | undefined>('blob', 'media_type as mediaType');
}
