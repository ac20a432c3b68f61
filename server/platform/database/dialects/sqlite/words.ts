import type { Knex } from 'knex';
import { searchForms, typedForms } from '../../../../../core/finding/variants.ts';

/** Words typed, as the index takes them: each a quoted beginning, so that no sign of its language can be typed by accident. */
export function typedWords(query: string): string | undefined {
  const words = query.normalize('NFC').match(/[\p{L}\p{N}]+(?:['’‘ʼ/–-][\p{L}\p{N}]+)*/gu) ?? [];
  return words.length > 0
    ? words
        .slice(0, MOST_WORDS)
        .map((word) => {
          const plain = (word.match(/[\p{L}\p{N}]+/gu) ?? []).map((part) => `"${part}"*`).join(' ');
          const forms = typedForms(word).map((form) => `"${form}"*`);
          return forms.length > 0 ? `((${plain}) OR (${forms.join(' ')}))` : plain;
        })
        .join(' AND ')
    : undefined;
}

const MOST_WORDS = 8;

/** A text with the other forms its words are found by. */
export const withForms = (text: string): string => [text, ...searchForms(text)].join(' ');

/** Other forms of words stand among an entry's marks, behind a letter of their own, so that no mark is found by a word. */
const formMark = (form: string): string => `v${form}`;

/** What matters are found by; `seq` is the matter's. */
export const matterWords = {
  matching: <Q extends Knex.QueryBuilder>(query: Q, words: string): Q =>
    query.whereRaw('matters.seq IN (SELECT rowid FROM matter_words WHERE matter_words MATCH ?)', [
      words,
    ]) as Q,
  async put(db: Knex, seq: number, words: { reference: string; title: string; parties: string }) {
    await db('matter_words').where({ rowid: seq }).delete();
    const [reference, title, parties] = [words.reference, words.title, words.parties].map(withForms);
    await db('matter_words').insert({ rowid: seq, reference, title, parties });
  },
  remove: async (db: Knex, seq: number): Promise<void> => {
    await db('matter_words').where({ rowid: seq }).delete();
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
  /** Addresses that serve as well as the words of people. */
  readonly orAddresses: readonly string[];
  readonly marks: readonly string[];
  readonly anyMark: readonly string[];
  readonly withoutMarks: readonly string[];
}

const quoted = (words: string): string => `"${words.replaceAll('"', '')}"`;
const term = ([words, prefix]: readonly [string, boolean]): string => quoted(words) + (prefix ? '*' : '');

/** Words as they stand, or in another form. */
function anyTerm(one: readonly [words: string, prefix: boolean]): string {
  const plain = `{subject people body files} : ${term(one)}`;
  const [words, prefix] = one;
  const forms = words.includes(' ') ? [] : typedForms(words);
  if (forms.length === 0) return plain;
  const others = forms.map((form, n) => term([formMark(form), prefix && n === forms.length - 1]));
  return `(${plain} OR (marks : ${others.join(' AND marks : ')}))`;
}

/** Every word of somebody, or one of the addresses that are as good. */
function peopleText({ people, orAddresses }: Pick<EntryMatch, 'people' | 'orAddresses'>): readonly string[] {
  const words = people.map((one) => `people : ${term(one)}`);
  if (words.length === 0 || orAddresses.length === 0) return words;
  const others = orAddresses.map((address) => `people : ${quoted(address)}`);
  return [`((${words.join(' AND ')}) OR ${others.join(' OR ')})`];
}

function matchText({ any, people, orAddresses, marks, anyMark, withoutMarks }: EntryMatch): string {
  const parts = [
    ...any.map(anyTerm),
    ...peopleText({ people, orAddresses }),
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
    const { subject, people, body, files } = words;
    const forms = searchForms([subject, people, body, files].join('\n')).map(formMark);
    await db('entry_words').insert({ rowid: row, ...words, marks: [words.marks, ...forms].join(' ') });
  },
  async drop(db: Knex, row: number): Promise<void> {
    await db('entry_words').where({ rowid: row }).delete();
  },
  async addFileWords(db: Knex, row: number, words: string): Promise<void> {
    const forms = searchForms(words).map(formMark).join(' ');
    await db.raw(
      `UPDATE entry_words SET files = files || ' ' || ?, marks = marks || ' ' || ? WHERE rowid = ?`,
      [words, forms, row],
    );
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
