import { createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { afterAll, describe, expect, it } from 'vitest';
import yauzl from 'yauzl';
import { unscoped } from '../access/unscoped.ts';
import { blobStore } from '../platform/blobs/blobStore.ts';
import { LATEST_MIGRATION, openDatabase } from '../platform/database/openDatabase.ts';
import { isSound, verifyPractice } from '../practice/verifyPractice.ts';
import { verificationWords } from '../practice/verificationWords.ts';
import { openFolder, runOnce, serve } from './tests/practice.ts';
import type { Transport } from '../sending/transports/transport.ts';

const KEPT = join(import.meta.dirname, 'tests', 'practices');
const scratch: string[] = [];
afterAll(async () => {
  for (const folder of scratch) await rm(folder, { recursive: true, force: true });
});

/** Unpacks a practice as an earlier version left it. */
async function unpacked(name: string): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-upgrade-'));
  scratch.push(folder);
  await new Promise<void>((resolve, reject) => {
    yauzl.open(join(KEPT, name), { lazyEntries: true }, (failed, zip) => {
      if (failed) {
        reject(failed);
        return;
      }
      const put = async (entry: yauzl.Entry): Promise<void> => {
        const path = join(folder, entry.fileName);
        await mkdir(dirname(path), { recursive: true });
        const stream = await new Promise<Readable>((done, broken) => {
          zip.openReadStream(entry, (error, found) => {
            if (error) broken(error);
            else done(found);
          });
        });
        await pipeline(stream, createWriteStream(path));
        zip.readEntry();
      };
      zip.on('entry', (entry: yauzl.Entry) => {
        put(entry).catch(reject);
      });
      zip.on('end', resolve);
      zip.readEntry();
    });
  });
  return folder;
}

const ACCEPTS: Transport = {
  send: async (_envelope, _bytes, beforeData) => {
    await beforeData();
    return { outcome: { kind: 'accepted' }, permanentFailures: [] };
  },
};

describe.each(await readdir(KEPT))('the practice of %s', (name) => {
  it('is brought up to date with nothing lost, its seals hold, and it goes on sending', async () => {
    const folder = await unpacked(name);
    const file = join(folder, 'officium.sqlite');
    const db = await openDatabase(file);
    const applied = await db('knex_migrations').orderBy('id', 'desc').first();
    expect(applied.name).toBe(LATEST_MIGRATION);
    const verification = await verifyPractice(unscoped(db, 'archive'), blobStore(join(folder, 'blobs')));
    expect([isSound(verification), verificationWords(verification)]).toEqual([
      true,
      verificationWords({ ...verification, brokenSeal: null, brokenFiles: [], notFindable: [] }),
    ]);
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

    const { id } = (await client.call('POST', `/matters/${items[0].id}/messages`, {})).json;
    await client.call('PATCH', `/messages/${id}`, {
      to: [{ address: 'somebody@mail.example' }],
      subject: 'After the change',
      body: {
        type: 'doc',
        version: 1,
        content: [{ type: 'paragraph', content: [{ type: 'text', text: 'All is as it was.' }] }],
      },
    });
    const notes = (await client.call('POST', `/messages/${id}/check`)).json.notes;
    const acknowledged = notes.map(({ code }: { code: string }) => code);
    expect((await client.call('POST', `/messages/${id}/send`, { acknowledged, holdSeconds: 0 })).status).toBe(
      202,
    );
    await runOnce(practice, ACCEPTS);
    expect((await client.call('GET', `/messages/${id}`)).json.state).toBe('sent');
    const again = await verifyPractice(practice.everything, practice.blobs);
    expect([isSound(again), again.entries]).toEqual([true, verification.entries + 1]);
    await client.close();
    await practice.close();
  });

  it('can be taken back to what it was', async () => {
    const folder = await unpacked(name);
    const file = join(folder, 'officium.sqlite');
    const db = await openDatabase(file);
    await db.migrate.down();
    const columns = await db('people').columnInfo();
    expect(Object.keys(columns)).toContain('right');
    await db.migrate.latest();
    expect(isSound(await verifyPractice(unscoped(db, 'archive'), blobStore(join(folder, 'blobs'))))).toBe(
      true,
    );
    await db.destroy();
  });
});
