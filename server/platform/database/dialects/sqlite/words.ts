import type { Knex } from 'knex';

/** Words typed, as the index takes them: each a quoted beginning, so that no sign of its language can be typed by accident. */
export function typedWords(query: string): string | undefined {
  const words = query.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.length > 0
    ? words
        .slice(0, MOST_WORDS)
        .map((word) => `"${word}"*`)
        .join(' ')
    : undefined;
}

const MOST_WORDS = 8;

/** What matters are found by; `seq` is the matter's. */
export const matterWords = {
  matching: <Q extends Knex.QueryBuilder>(query: Q, words: string): Q =>
    query.whereRaw('matters.seq IN (SELECT rowid FROM matter_words WHERE matter_words MATCH ?)', [
      words,
    ]) as Q,
  async put(db: Knex, seq: number, words: { reference: string; title: string; parties: string }) {
    await db('matter_words').where({ rowid: seq }).delete();
    await db('matter_words').insert({ rowid: seq, ...words });
  },
};

/** What contacts are found by. */
export const contactWords = {
  matching: <Q extends Knex.QueryBuilder>(query: Q, words: string): Q =>
    query.whereRaw('contacts.id IN (SELECT contact_id FROM contact_words WHERE contact_words MATCH ?)', [
      words,
    ]) as Q,
};

export interface EntryWordsRow {
  readonly entry_id: string;
  readonly marks: string;
  readonly subject: string;
  readonly people: string;
  readonly body: string;
  readonly files: string;
}

/** A piece of a search in the index's own language; whatever was typed stands within quotes and is words, never a command. */
export interface EntryMatch {
  readonly any: readonly (readonly [words: string, prefix: boolean])[];
  readonly people: readonly (readonly [words: string, prefix: boolean])[];
  readonly marks: readonly string[];
  readonly anyMark: readonly string[];
  readonly withoutMarks: readonly string[];
}

const quoted = (words: string): string => `"${words.replaceAll('"', '')}"`;
const term = ([words, prefix]: readonly [string, boolean]): string => quoted(words) + (prefix ? '*' : '');

function matchText({ any, people, marks, anyMark, withoutMarks }: EntryMatch): string {
  const parts = [
    ...any.map((one) => `{subject people body files} : ${term(one)}`),
    ...people.map((one) => `people : ${term(one)}`),
    ...marks.map((mark) => `marks : ${quoted(mark)}`),
  ];
  const wanted = parts.length > 0 ? parts.join(' AND ') : `marks : (${anyMark.map(quoted).join(' OR ')})`;
  if (withoutMarks.length === 0) return wanted;
  return `(${wanted}) NOT marks : (${withoutMarks.map(quoted).join(' OR ')})`;
}

type Rows = readonly [low: number, high: number];

export interface FoundWords {
  readonly row: number;
  readonly entryId: string;
  readonly subject: string;
  readonly body: string;
  readonly files: string;
}

/** What entries are found by. A row's number is its time, so that newest first is the order of the rows and nothing is sorted. */
export const entryWords = {
  async put(db: Knex, row: number, words: EntryWordsRow): Promise<void> {
    await db('entry_words').insert({ rowid: row, ...words });
  },
  async drop(db: Knex, row: number): Promise<void> {
    await db('entry_words').where({ rowid: row }).delete();
  },
  async addFileWords(db: Knex, row: number, words: string): Promise<void> {
    await db.raw(`UPDATE entry_words SET files = files || ' ' || ? WHERE rowid = ?`, [words, row]);
  },
  find(db: Knex, match: EntryMatch, [low, high]: Rows, limit: number): Promise<FoundWords[]> {
    return db.raw<FoundWords[]>(
      `SELECT rowid AS "row", entry_id AS "entryId", subject, body, files FROM entry_words
       WHERE entry_words MATCH ? AND rowid BETWEEN ? AND ? ORDER BY rowid DESC LIMIT ?`,
      [matchText(match), low, high, limit],
    );
  },
  /** How many each of several searches has, none counted further than `most`: one statement for all of them. */
  async counts(
    db: Knex,
    matches: readonly EntryMatch[],
    [low, high]: Rows,
    most: number,
  ): Promise<readonly number[]> {
    const one = `(SELECT count(*) FROM (SELECT 1 FROM entry_words
      WHERE entry_words MATCH ? AND rowid BETWEEN ? AND ? LIMIT ?))`;
    const [row] = await db.raw<Record<string, number>[]>(
      `SELECT ${matches.map((_, n) => `${one} AS "n${n}"`).join(', ')}`,
      matches.flatMap((match) => [matchText(match), low, high, most]),
    );
    return matches.map((_, n) => row?.[`n${n}`] ?? 0);
  },
  /** Entries that the index does not hold, by their subjects and matters; `row` is how a row's number is made. */
  notHeld(db: Knex, perSecond: number, most: number): Promise<{ subject: string; matterId: string }[]> {
    return db('entries')
      .whereRaw(
        'NOT EXISTS (SELECT 1 FROM entry_words WHERE rowid = (entries.occurred_utc / 1000) * ? + entries.seq % ?)',
        [perSecond, perSecond],
      )
      .limit(most)
      .select<{ subject: string; matterId: string }[]>('subject', { matterId: 'matter_id' });
  },
  async count(db: Knex): Promise<number> {
    const row = await db('entry_words').count<{ n: number }[]>({ n: '*' }).first();
    return row?.n ?? 0;
  },
};
