import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { openPractice } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import type { Progress } from '../platform/jobs/jobs.ts';
import { filesIn } from '../app/tests/zip.ts';
import { unscoped } from '../access/unscoped.ts';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { LATEST_MIGRATION, makeDatabaseOf, openDatabase } from '../platform/database/openDatabase.ts';
import { tableNames } from '../platform/database/dialects/sqlite/rows.ts';
import { readArchive } from './readArchive.ts';
import { isSound, verifyPractice } from './verifyPractice.ts';
import { writeArchive } from './writeArchive.ts';

let services: TestPractice;
let folder: string;
let n = 0;
const path = (name: string): string => join(folder, `${(n += 1)}-${name}`);
const silent: Progress = { tell: () => undefined, signal: new AbortController().signal };

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'officium-archives-'));
  services = await openPractice();
}, 60_000);
afterAll(async () => {
  await services.close();
  await rm(folder, { recursive: true, force: true });
});

const write = (to: string, progress = silent, blobs = services.blobs): Promise<void> =>
  writeArchive(services.config.dataFolder, blobs, to, services.now(), progress);

const entriesOf = async (zipPath: string) => filesIn(await readFile(zipPath));

/** Writes an archive with some of its parts changed, or left out. */
async function changed(parts: Map<string, Buffer>, change: Readonly<Record<string, Buffer | undefined>>) {
  const zip = new ZipFile();
  for (const [name, bytes] of parts) {
    const put = name in change ? change[name] : bytes;
    if (put) zip.addBuffer(put, name);
  }
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(Buffer.from(chunk as Uint8Array));
  const to = path('changed.zip');
  await writeFile(to, Buffer.concat(chunks));
  return to;
}

describe('an archive', () => {
  it('is of one moment: what is written while it is made is not in it', async () => {
    const to = path('moment.zip');
    const { id } = await services.db('matters').orderBy('seq').first();
    let written: Promise<unknown> | undefined;
    await write(to, {
      signal: silent.signal,
      tell: () => {
        written ??= services.db('follow_ups').insert({
          id: 'meanwhile',
          matter_id: id,
          what: 'Meanwhile',
          due_on: '2026-12-01',
          person_id: 'person-maud',
          made_utc: 0,
        });
      },
    });
    await written;
    expect((await entriesOf(to)).get('tables/follow_ups.ndjson')?.toString()).not.toContain('meanwhile');
    await services.db('follow_ups').where({ id: 'meanwhile' }).delete();
  });

  it('says what made it, and tells how far it is', async () => {
    const told: (readonly [number, number])[] = [];
    const to = path('progress.zip');
    await write(to, { signal: silent.signal, tell: (done, of) => void told.push([done, of]) });
    const about = JSON.parse((await entriesOf(to)).get('archive.json')?.toString() ?? '') as {
      schema: string;
    };
    expect(about).toMatchObject({ schema: LATEST_MIGRATION, format: 'officium-archive/1' });
    expect(told.at(-1)?.[0]).toBe(told.at(-1)?.[1]);
    expect(told.map(([done]) => done)).toEqual([...told.keys()].map((at) => at + 1));
  });

  it('is not made of files that are broken, nor once it was called off', async () => {
    const blobs = {
      ...services.blobs,
      stream: (sha256: string) => {
        const stream = services.blobs.stream(sha256);
        process.nextTick(() => stream.destroy(new Error('the disk gave up')));
        return stream;
      },
    };
    await expect(write(path('broken.zip'), silent, blobs)).rejects.toThrow('the disk gave up');
    const abort = new AbortController();
    const stopped = write(path('stopped.zip'), {
      signal: abort.signal,
      tell: () => {
        abort.abort();
      },
    });
    await expect(stopped).rejects.toThrow();
    // The practice goes on, and can be taken out again.
    await write(path('again.zip'));
  });

  it('holds no secret and no session', async () => {
    const to = path('secrets.zip');
    await services
      .db('settings')
      .insert({ key: 'sessionSecret', value: '"very secret"' })
      .onConflict('key')
      .ignore();
    await services
      .db('settings')
      .insert({ key: 'mailHosts', value: '[{"host":"mail.a.example","password":"low water"}]' });
    await write(to);
    const parts = await entriesOf(to);
    const settings = parts.get('tables/settings.ndjson')?.toString() ?? '';
    expect(settings).toContain('practice');
    expect(settings).toContain('mail.a.example');
    expect(/very secret|low water/.test(settings)).toBe(false);
    expect([...parts.keys()].some((name) => /sessions|knex|_words_(?:data|config)/.test(name))).toBe(false);
  });
});

describe('reading one in', () => {
  it('refuses what is damaged, incomplete, of a newer version, or no archive, and says which', async () => {
    const to = path('whole.zip');
    await write(to);
    const parts = await entriesOf(to);
    const [file = ''] = [...parts.keys()].filter((name) => name.startsWith('files/'));
    const about = JSON.parse(parts.get('archive.json')?.toString() ?? '') as object;
    const json = (change: object): Buffer => Buffer.from(JSON.stringify({ ...about, ...change }));
    const cases: readonly (readonly [Readonly<Record<string, Buffer | undefined>>, string])[] = [
      [{ [file]: Buffer.from('other bytes') }, 'is damaged'],
      [{ [file]: undefined }, 'files'],
      [{ 'tables/matters.ndjson': undefined }, 'lacks the table matters'],
      [{ 'archive.json': json({ schema: '20991231000000_later' }) }, 'newer version'],
      [{ 'archive.json': json({ format: 'something else' }) }, 'no archive of a practice'],
    ];
    for (const [change, words] of cases)
      await expect(readArchive(await changed(parts, change), path('into'))).rejects.toThrow(words);
    const text = path('text.zip');
    await writeFile(text, 'not a ZIP at all');
    await expect(readArchive(text, path('into'))).rejects.toThrow('It is no ZIP');
    expect((await readFile(to)).length).toBeGreaterThan(100_000);
  });

  it('brings one of an older version up to date', async () => {
    // The practice as the version before had it, taken out by hand.
    const old = path('old.sqlite');
    const before = await makeDatabaseOf(old, '20261125210000_reading');
    if (!before) throw new Error('there was such a version');
    await before('people').insert({
      id: 'person-old',
      email: 'old@practice.example',
      name: 'Old',
      position: '',
      right: 'administrator',
      rank: 1,
    });
    const parts = new Map<string, Buffer>();
    const tables = (await tableNames(before)).filter((name) => !/^(?:knex_|sessions$)/.test(name));
    for (const table of tables) {
      const rows = (await before(table).select('*', before.raw('rowid AS archived_row'))) as object[];
      const lines = rows.map((one) => `${JSON.stringify(one)}\n`).join('');
      parts.set(`tables/${table}.ndjson`, Buffer.from(lines));
    }
    await before.destroy();
    const about = { format: 'officium-archive/1', madeAtUtc: 0, tables, files: 0 };
    parts.set('archive.json', Buffer.from(JSON.stringify(about)));
    const into = path('into');
    await readArchive(await changed(parts, {}), into);
    const db = await openDatabase(join(into, 'officium.sqlite'));
    expect(await db('people').first()).toMatchObject({ id: 'person-old', role: 'administrator' });
    expect(await db('stamps').pluck('kind')).toContain('people');
    expect(isSound(await verifyPractice(unscoped(db, 'archive'), blobStore(join(into, 'blobs'))))).toBe(true);
    await db.destroy();
  });
});
