import type { Term } from '../../core/finding/index.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import {
  ATTACHMENT_MARK,
  categoryMark,
  channelMark,
  directionMark,
  firstRowAt,
  matterMark,
} from './entryWordQueries.ts';
import { seenBy } from '../access/visibility.ts';

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
  readonly narrowing: Narrowing;
  /** Numbers of the matters that do not exist for whoever asks. */
  readonly hidden: readonly number[];
}

/** Numbers of the matters somebody may not see: few, since only restricted ones can be. */
export async function hiddenMatters(db: Database, personId: string): Promise<number[]> {
  const seen = db('matters').select('seq').where({ restricted: 1 }).where(seenBy(db, personId));
  return db('matters').where({ restricted: 1 }).whereNotIn('seq', seen).pluck<number[]>('seq');
}

export async function matterSeqOf(db: Database, matterId: string): Promise<number | undefined> {
  const row = await db('matters').where({ id: matterId }).first<{ seq: number } | undefined>('seq');
  return row?.seq;
}

const quoted = (words: readonly string[]): string => `"${words.join(' ').replaceAll('"', '')}"`;
const termText = ({ words, prefix }: Term): string => quoted(words) + (prefix ? '*' : '');
/** Every entry has one of these: what a search begins from that has no words. */
const ANY = ['in', 'out', 'note'].map((one) => `"${directionMark(one)}"`).join(' OR ');

/** The search in FTS5’s own language; whatever was typed stands within quotes and is words, never a command. */
export function matchText({ terms, who, narrowing, hidden }: Search): string {
  const { direction, channel, category, withFile, matterSeq } = narrowing;
  const marks = [
    ...(matterSeq === undefined ? [] : [matterMark(matterSeq)]),
    ...(direction === undefined ? [] : [directionMark(direction)]),
    ...(channel === undefined ? [] : [channelMark(channel)]),
    ...(category === undefined ? [] : [categoryMark(category)]),
    ...(withFile ? [ATTACHMENT_MARK] : []),
  ];
  const parts = [
    ...terms.map((term) => `{subject people body files} : ${termText(term)}`),
    ...who.map((term) => `people : ${termText(term)}`),
    ...marks.map((mark) => `marks : "${mark}"`),
  ];
  const wanted = parts.length > 0 ? parts.join(' AND ') : `marks : (${ANY})`;
  if (hidden.length === 0) return wanted;
  return `(${wanted}) NOT marks : (${hidden.map((seq) => `"${matterMark(seq)}"`).join(' OR ')})`;
}

/** Lowest and highest row of the time that is asked for. */
function rowsBetween({ fromUtc, untilUtc }: Narrowing): readonly [number, number] {
  return [
    fromUtc === undefined ? 0 : firstRowAt(fromUtc),
    untilUtc === undefined ? Number.MAX_SAFE_INTEGER : firstRowAt(untilUtc) - 1,
  ];
}

export interface FoundRow {
  readonly row: number;
  readonly entryId: string;
  readonly subject: string;
  readonly body: string;
  readonly files: string;
}

/** A page of what was found, newest first: the rows are in the order of time, so that nothing is sorted. */
export async function searchEntries(
  db: Database,
  search: Search,
  { limit, after }: { readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: FoundRow[]; readonly next: string | null }> {
  const [low, high] = rowsBetween(search.narrowing);
  const cursor = readCursor(after);
  const top = cursor ? Math.min(high, Number(cursor[0]) - 1) : high;
  const rows = await db.raw<FoundRow[]>(
    `SELECT rowid AS "row", entry_id AS "entryId", subject, body, files FROM entry_words
     WHERE entry_words MATCH ? AND rowid BETWEEN ? AND ? ORDER BY rowid DESC LIMIT ?`,
    [matchText(search), low, top, limit + 1],
  );
  return toPage(
    rows,
    limit,
    (row) => row,
    ({ row }) => [row, 0],
  );
}

/** How many there are, counted no further than `most`. */
export async function countEntries(db: Database, search: Search, most: number): Promise<number> {
  const [low, high] = rowsBetween(search.narrowing);
  const [counted] = await db.raw<{ n: number }[]>(
    `SELECT count(*) AS n FROM (SELECT 1 FROM entry_words
     WHERE entry_words MATCH ? AND rowid BETWEEN ? AND ? LIMIT ?)`,
    [matchText(search), low, high, most],
  );
  return counted?.n ?? 0;
}

/** Takes up what a file says among the words of the entries that enclose it. */
export async function addFileWords(db: Database, blob: string, words: string): Promise<void> {
  await db('file_words').where({ blob }).update({ words });
  if (words === '') return;
  const rows = await db('file_uses').where({ blob }).pluck<number[]>('word_row');
  for (const row of rows)
    await db.raw(`UPDATE entry_words SET files = files || ' ' || ? WHERE rowid = ?`, [words, row]);
}

export interface UnreadFile {
  readonly blob: string;
  readonly mediaType: string;
}

export async function nextUnreadFile(db: Database): Promise<UnreadFile | undefined> {
  return db('file_words').whereNull('words').first<UnreadFile | undefined>('blob', 'media_type as mediaType');
}
