import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { unscoped } from '../access/unscoped.ts';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { LATEST_MIGRATION, openDatabase } from '../platform/database/openDatabase.ts';
import { isSound, verifyPractice } from '../practice/verifyPractice.ts';
import { filesIn } from './tests/zip.ts';
import { openFolder, sendOne, serve } from './tests/practice.ts';

const KEPT = join(import.meta.dirname, 'tests', 'practices');
const scratch: string[] = [];
afterAll(async () => {
  for (const folder of scratch) await rm(folder, { recursive: true, force: true });
});

/** Unpacks a practice as an earlier version left it. */
async function unpacked(name: string): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-upgrade-'));
  scratch.push(folder);
  for (const [file, bytes] of await filesIn(await readFile(join(KEPT, name)))) {
    await mkdir(dirname(join(folder, file)), { recursive: true });
    await writeFile(join(folder, file), bytes);
  }
  return folder;
}

describe.each(await readdir(KEPT))('the practice of %s', (name) => {
  it('is brought up to date with nothing lost, its seals hold, and it goes on sending', async () => {
    const folder = await unpacked(name);
    const file = join(folder, 'officium.sqlite');
    const db = await openDatabase(file);
    const applied = await db('knex_migrations').orderBy('id', 'desc').first();
    expect(applied.name).toBe(LATEST_MIGRATION);
    const verification = await verifyPractice(unscoped(db, 'archive'), blobStore(join(folder, 'blobs')));
    expect(verification).toMatchObject({ brokenSeal: null, brokenFiles: [], notFindable: [], strayWords: 0 });
    expect(isSound(verification)).toBe(true);
    expect(verification.entries).toBeGreaterThan(40);
    await db.destroy();

    const practice = await openFolder(folder);
    const client = await serve(practice);
    await client.signIn('maud@tidewell-roe.example');
    const { items } = (await client.call('GET', '/matters')).json;
    expect(items).toHaveLength(3);
    const out = (await client.call('GET', '/out-tray')).json.items;
    expect(out.map(({ state }: { state: string }) => state).sort()).toEqual(['failed', 'held', 'held']);
    for (const { id } of out)
      expect((await client.call('GET', `/messages/${id}`)).json.enclosures).toEqual(expect.any(Array));
    const waiting = (await client.call('GET', '/in-tray')).json.items;
    expect(waiting).toHaveLength(5);

    await sendOne(practice, client, `/matters/${items[0].id}/messages`, {});
    const again = await verifyPractice(practice.everything, practice.blobs);
    expect([isSound(again), again.entries]).toEqual([true, verification.entries + 1]);
    await client.close();
    await practice.close();
  });

  it('can be taken back to what it was', async () => {
    const folder = await unpacked(name);
    const file = join(folder, 'officium.sqlite');
    const db = await openDatabase(file);
    // One step for each version since.
    for (let steps = 0; steps < 19; steps += 1) await db.migrate.down();
    const columns = await db('people').columnInfo();
    expect(Object.keys(columns)).toContain('right');
    const numbers = await db('contact_addresses').where({ kind: 'phone' }).select('value', 'value_key');
    expect(numbers.length).toBeGreaterThan(0);
    for (const { value, value_key } of numbers) expect(value_key).toBe(String(value).trim().toLowerCase());
    await db.migrate.latest();
    expect(isSound(await verifyPractice(unscoped(db, 'archive'), blobStore(join(folder, 'blobs'))))).toBe(
      true,
    );
    await db.destroy();
  });
});
