import { readQuery } from '../core/finding/index.ts';
import { chance } from '../core/tests/chance.ts';
import { unscoped } from '../server/access/unscoped.ts';
import { searchEntries } from '../server/correspondence/searchQueries.ts';
import type { Search } from '../server/correspondence/searchQueries.ts';
import type { Database } from '../server/platform/database/openDatabase.ts';
import { interleave } from './measure.ts';
import type { Measured } from './measure.ts';
import { withPractice } from './practice.ts';

const ENTRIES = 200_000;
const ROWS_AT_ONCE = 500;
const WORDS_OF_ONE = 240;
const MATTERS = 5_000;
const TIMES = 5;

/** Words as often as they are in letters: a few in almost all, most in hardly any (Zipf’s law). */
function vocabulary(): readonly string[] {
  const { pick } = chance(9);
  const parts = 'ba|do|ke|li|mu|ra|so|ti|ve|wa|ze|no'.split('|');
  return Array.from(
    { length: 20_000 },
    (_, n) => `${pick(parts)}${pick(parts)}${pick(parts)}${n.toString(36)}`,
  );
}

/** Rows of the index alone: what is measured is finding, and the entries behind it are fetched by their ids. */
async function fill(db: Database): Promise<readonly string[]> {
  const words = vocabulary();
  const { next } = chance(11);
  const word = (): string => words[Math.floor(words.length ** next()) - 1] ?? '';
  await db.transaction(async (tx) => {
    for (let at = 0; at < ENTRIES; at += ROWS_AT_ONCE)
      await tx('entry_words').insert(
        Array.from({ length: Math.min(ROWS_AT_ONCE, ENTRIES - at) }, (_, k) => {
          const n = at + k;
          const body = Array.from({ length: WORDS_OF_ONE }, word).join(' ');
          return {
            rowid: n + 1,
            entry_id: `bench-${n}`,
            marks: `m${n % MATTERS}x ${n % 3 === 0 ? 'dinx' : 'doutx'} cemailx`,
            subject: `${word()} ${word()}`,
            people: `somebody${n % 900}@mail.example`,
            body: n % 50_000 === 7 ? `${body} rarissima` : n % 40 === 3 ? `${body} keel survey` : body,
            files: '',
          };
        }),
      );
  });
  return words;
}

/** Finding among many entries, newest first, against fetching as many rows by their numbers. */
export function benchSearch(): Promise<readonly Measured[]> {
  return withPractice(async ({ db }) => {
    const words = await fill(db);
    const search = (typed: string, narrowing: Search['narrowing'] = {}): Search => ({
      terms: readQuery(typed),
      who: [],
      orAddresses: [],
      narrowing,
    });
    const searches: Readonly<Record<string, Search>> = {
      'a rare word': search('rarissima '),
      'a word in one of forty': search('keel '),
      'a word in almost all': search(`${words[0] ?? ''} `),
      'a phrase': search('"keel survey" '),
      'a beginning': search('kee'),
      'within a matter': search(`${words[1] ?? ''} `, { matterSeq: 1_234 }),
    };
    const ids = Array.from({ length: 50 }, (_, n) => ENTRIES - n * 3);
    const many = (work: () => Promise<unknown>) => async () => {
      for (let n = 0; n < TIMES; n += 1) await work();
    };
    const times = await interleave({
      floor: many(() => db('entry_words').whereIn('rowid', ids).select('rowid', 'subject', 'body', 'files')),
      ...Object.fromEntries(
        Object.entries(searches).map(([name, one]) => [
          name,
          many(() => searchEntries(unscoped(db, 'seeding'), one, { limit: 50, after: undefined })),
        ]),
      ),
    });
    return Object.keys(searches).map((name) => ({
      name: `search among ${ENTRIES} entries of 1.5 kB: ${name}`,
      unit: 'ms',
      ours: Math.round(((times[name] ?? NaN) / TIMES) * 100_000) / 100,
      against: '50 rows by their numbers',
      theirs: Math.round(((times['floor'] ?? NaN) / TIMES) * 100_000) / 100,
      ratio: Math.round(((times['floor'] ?? NaN) / (times[name] ?? NaN)) * 100) / 100,
    }));
  });
}
