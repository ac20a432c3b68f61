import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { kept, stampAnew } from './kept.ts';
import { openDatabase, openReader } from './openDatabase.ts';
import type { Database } from './openDatabase.ts';
import { readingFrom, sql } from './reads.ts';
import { inTransaction } from './transaction.ts';

let folder: string;
let db: Database;
let other: Database;
let loads = 0;

const read = kept(['settings'], async (reads) => {
  loads += 1;
  return sql(reads)('settings').orderBy('key').pluck<string[]>('key');
});
const put = (key: string, fails = false): Promise<void> =>
  inTransaction(db, async (tx) => {
    await tx('settings').insert({ key, value: '1' });
    await stampAnew(tx, 'settings');
    if (fails) throw new Error('undone');
  });
const fresh = () => readingFrom(db, {});

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'officium-kept-'));
  db = await openDatabase(join(folder, 'officium.sqlite'));
  other = openReader(join(folder, 'officium.sqlite'));
});
afterAll(async () => {
  await db.destroy();
  await other.destroy();
  await rm(folder, { recursive: true, force: true });
});

describe('what is kept in memory', () => {
  it('is read once, until it changes', async () => {
    await put('a');
    expect(await read(fresh())).toEqual(['a']);
    const before = loads;
    expect(await read(fresh())).toBe(await read(fresh()));
    expect(loads).toBe(before);
    await put('b');
    expect(await read(fresh())).toEqual(['a', 'b']);
    expect(loads).toBe(before + 1);
  });

  it('holds for another connection to the same database, and not for another database', async () => {
    const before = loads;
    expect(await read(readingFrom(other, {}))).toEqual(await read(fresh()));
    expect(loads).toBe(before);
    const elsewhere = await openDatabase(join(folder, 'elsewhere.sqlite'));
    expect(await read(readingFrom(elsewhere, {}))).toEqual([]);
    await elsewhere.destroy();
  });

  it('is what the transaction sees within it, and what was before once it is undone', async () => {
    await inTransaction(db, async (tx) => {
      const inside = readingFrom(tx, {});
      expect(await read(inside)).toEqual(['a', 'b']);
      await tx('settings').insert({ key: 'c', value: '1' });
      await stampAnew(tx, 'settings');
      expect(await read(inside)).toEqual(['a', 'b', 'c']);
      throw new Error('undone');
    }).catch(() => undefined);
    expect(await read(fresh())).toEqual(['a', 'b']);
    // The same number of changes as before, and other content.
    await put('d');
    expect(await read(fresh())).toEqual(['a', 'b', 'd']);
  });

  it('that could not be read is read again', async () => {
    let broken = true;
    const sometimes = kept(['people'], () =>
      broken ? Promise.reject(new Error('broken')) : Promise.resolve('there'),
    );
    await expect(sometimes(fresh())).rejects.toThrow('broken');
    broken = false;
    expect(await sometimes(fresh())).toBe('there');
  });
});

describe('a transaction', () => {
  it('keeps nothing of what was undone', async () => {
    await expect(put('never', true)).rejects.toThrow('undone');
    expect(await db('settings').where({ key: 'never' })).toEqual([]);
  });

  it('tells at once of a read that would wait for it for ever, and of none after it', async () => {
    const outside = fresh();
    await expect(inTransaction(db, () => Promise.resolve(sql(outside)))).rejects.toThrow('outside its own');
    let later: Promise<unknown> = Promise.resolve();
    await inTransaction(db, () => {
      later = new Promise((done) => setTimeout(done, 20)).then(() => sql(outside)('settings').first());
      return Promise.resolve();
    });
    expect(await later).toMatchObject({ key: 'a' });
  });

  it('leaves another connection reading what was there when it began', async () => {
    await inTransaction(other, async (reader) => {
      const before = await reader('settings').count<{ n: number }[]>({ n: '*' });
      await put('meanwhile');
      expect(await reader('settings').count<{ n: number }[]>({ n: '*' })).toEqual(before);
    });
    await expect(other('settings').insert({ key: 'x', value: '1' })).rejects.toThrow('readonly');
  });
});
