import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { GENERAL_FILE, generalType } from '../core/model/generalFile.ts';
import { firstBrokenSeal } from '../core/correspondence/seal.ts';
import { isMailAddress } from '../core/recipients/address.ts';
import { checkTemplate } from '../core/template/checkTemplate.ts';
import { parseDocument, parseInline } from '../core/template/parseDocument.ts';
import { blobStore, sha256Hex } from '../server/platform/blobs/blobStore.ts';
import { sealedEntries } from '../server/correspondence/sealQueries.ts';
import { listOutTray } from '../server/sending/queries.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import type { Database } from '../server/platform/database/openDatabase.ts';
import { ALL_CONTACTS } from './contacts.ts';
import { loadDemo } from './load.ts';
import { fillOutTray } from './outTray.ts';
import { fillRounds } from './rounds.ts';
import { readRounds } from '../server/sending/rounds/readRounds.ts';
import { withLinks } from '../server/matters/matterTypeQueries.ts';
import { MATTER_TYPES } from './matterTypes.ts';
import { DEMO_PASSAGES } from './passages.ts';
import { chance } from './random.ts';
import { TEMPLATES } from './templates.ts';
import { scopeOf } from '../server/access/scopeOf.ts';
import { unscoped } from '../server/access/unscoped.ts';

/** As many as the demo has when it is started. */
const MATTERS = 60;
const NOW = Date.parse('2026-11-24T09:00:00Z');
let folder: string;
let db: Database;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'officium-demo-test-'));
  await loadDemo(folder, NOW, { matters: MATTERS });
  db = await openDatabase(join(folder, 'officium.sqlite'));
}, 240_000);
afterAll(async () => {
  await db.destroy();
  await rm(folder, { recursive: true, force: true });
});

const count = async (table: string): Promise<number> => Number((await db(table).count({ n: '*' }))[0]?.['n']);

describe('the demo practice', () => {
  it('has the size it is said to have', async () => {
    // With the general file, and its type.
    expect([await count('matters'), await count('matter_types')]).toEqual([61, 6]);
    expect(await count('contacts')).toBeGreaterThanOrEqual(150);
    expect(await count('templates')).toBeGreaterThanOrEqual(40);
    expect(await count('passages')).toBeGreaterThanOrEqual(25);
    expect(await count('documents')).toBeGreaterThanOrEqual(250);
    expect(await count('entries')).toBeGreaterThanOrEqual(850);
    const threads = await db('conversations').whereRaw('in_count + out_count > 1');
    expect(threads.length).toBeGreaterThan(150);
  });

  it('keeps to names that can belong to nobody', () => {
    for (const { addresses } of ALL_CONTACTS) {
      for (const { kind, value } of addresses) {
        if (kind === 'email')
          expect([value, isMailAddress(value), value.endsWith('.example')]).toEqual([value, true, true]);
        if (kind === 'phone') expect(value).toMatch(/^07700 90\d{4}$|^07700 9\d{5}$/);
      }
    }
  });

  it('has templates that hold on a type they are meant for, and read back as they were written', () => {
    for (const { name, content } of TEMPLATES) {
      const types = new Map(MATTER_TYPES.map((type) => [type.id as string, type]));
      const holds = [...MATTER_TYPES.map((type) => withLinks(type, types)), generalType('GBP')].filter(
        (type) => checkTemplate(content, type, DEMO_PASSAGES).length === 0,
      );
      expect([name, holds.length > 0]).toEqual([name, true]);
      expect([
        name,
        parseDocument(content.body, 'template').ok,
        parseInline(content.subject, 'template').ok,
      ]).toEqual([name, true, true]);
    }
  });

  it('files in the order of time, on a chain that holds, with every byte there', async () => {
    const entries = [];
    for await (const entry of sealedEntries(unscoped(db, 'archive'))) entries.push(entry);
    expect(firstBrokenSeal(entries, sha256Hex)).toBeUndefined();
    const times = entries.map(({ content }) => content.occurredAtUtc);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    expect(times.every((time) => time < NOW)).toBe(true);
    const blobs = blobStore(join(folder, 'blobs'));
    for (const { content } of entries.slice(0, 40))
      expect((await blobs.get(content.rawBlob)).length).toBeGreaterThan(200);
  });

  it('holds real files of the kinds it says', async () => {
    const blobs = blobStore(join(folder, 'blobs'));
    const rows = await db('documents').select<{ media_type: string; blob: string; size_bytes: number }[]>(
      'media_type',
      'blob',
      'size_bytes',
    );
    const magic: Record<string, string> = {
      'application/pdf': '25504446',
      'image/jpeg': 'ffd8ffe0',
      'application/vnd.openxmlformats-officedocument.wordprocessingml.document': '504b0304',
      'text/csv': Buffer.from('What').toString('hex'),
    };
    for (const { media_type, blob, size_bytes } of rows) {
      const bytes = await blobs.get(blob);
      expect([bytes.subarray(0, 4).toString('hex'), bytes.length]).toEqual([magic[media_type], size_bytes]);
    }
    expect(new Set(rows.map(({ media_type }) => media_type)).size).toBe(4);
  });

  it('has what the work has: couples, namesakes, someone not to be written to, a bounced address, a restricted matter', async () => {
    const namesakes = await db('contacts').where({ name: 'Tom Brae' });
    const barred = await db('contacts').where({ do_not_write_to: 1 });
    const bounced = await db('contact_addresses').where({ bounced: 1 });
    const couples = await db('contacts').whereNotNull('couple_with_id');
    const restricted = await db('matters').where({ restricted: 1 });
    expect([namesakes.length, barred.length, bounced.length, couples.length, restricted.length]).toEqual([
      2, 1, 1, 2, 1,
    ]);
  });

  it('has people at organisations, each organisation once, and documents of the practice’s own', async () => {
    const names = await db('contacts').where({ kind: 'organisation' }).pluck('name');
    expect(new Set(names).size).toBe(names.length);
    const members = await db('memberships').count<{ n: number }[]>({ n: '*' }).first();
    expect(members?.n).toBeGreaterThan(25);
    const own = await db('documents').where({ matter_id: GENERAL_FILE }).pluck('name');
    expect(own.sort()).toEqual(['After the survey', 'Price list', 'Price list']);
  });

  it('is not made twice over what is there', async () => {
    expect(await loadDemo(folder, NOW, { matters: MATTERS })).toEqual({ matters: 0, entries: 0 });
  });
});

describe('chance', () => {
  it('comes out the same from the same seed, and within its bounds', () => {
    const [one, two, other] = [chance(7), chance(7), chance(8)];
    const draw = (luck: typeof one) => Array.from({ length: 50 }, () => luck.between(3, 5));
    const drawn = draw(one);
    expect(drawn).toEqual(draw(two));
    expect(drawn).not.toEqual(draw(other));
    expect(new Set(drawn)).toEqual(new Set([3, 4, 5]));
    expect(chance(1).id()).toMatch(/^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/);
    expect(() => one.pick([])).toThrow();
  });

  it('has a round that went, one of its messages refused and mended, and one with answers still to be given', async () => {
    await fillRounds(folder, NOW);
    const maud = await scopeOf(db, 'person-maud');
    if (!maud) throw new Error('nobody is called maud');
    const [ready, done] = (await readRounds(maud, {})).items;
    expect(done).toMatchObject({ state: 'done', counts: { failed: 0, ready: 0 } });
    expect(done?.counts.gone).toBeGreaterThan(5);
    expect(ready?.counts.fill).toBeGreaterThan(0);
    expect(ready?.counts.ready).toBeGreaterThan(0);
  });

  it('has an out-tray with one that can be called back, one for later, and one that was refused', async () => {
    await fillOutTray(folder, NOW);
    const tray = await listOutTray(unscoped(db, 'archive'), { limit: 10, after: undefined });
    const states = tray.items.map(({ state }) => state);
    const leaving = states.flatMap((state) => (state.kind === 'held' ? [state.leavesAtUtc - NOW] : []));
    expect(leaving.sort((a, b) => a - b)).toEqual([600_000, expect.any(Number)]);
    expect(leaving[1]).toBeGreaterThan(3_600_000);
    expect(states).toContainEqual({
      kind: 'failed',
      attempts: 1,
      reply: expect.stringMatching(/^550 5\.1\.1 /),
    });
    // Once is enough, however often the demo is started.
    await fillOutTray(folder, NOW);
    expect((await listOutTray(unscoped(db, 'archive'), { limit: 10, after: undefined })).items).toHaveLength(
      3,
    );
  });
});
