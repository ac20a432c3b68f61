import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openPractice } from '../app/tests/practice.ts';
import type { TestPractice } from '../app/tests/practice.ts';
import { isSound, verifyPractice } from './verifyPractice.ts';

let services: TestPractice;
beforeEach(async () => {
  services = await openPractice();
});
afterEach(() => services.close());
const verify = () => verifyPractice(services.everything, services.blobs);

describe('verifying', () => {
  it('finds a sound practice sound', async () => {
    const found = await verify();
    expect(isSound(found)).toBe(true);
    expect(found.entries).toBeGreaterThan(20);
  });

  it('names the entry that was changed behind its back', async () => {
    const [, , third] = await services.db('entries').orderBy('seq').limit(3);
    await services.db.raw('DROP TRIGGER entries_no_update');
    await services.db('entries').where({ id: third.id }).update({ subject: 'Something else' });
    const found = await verify();
    expect(found.brokenSeal).toMatchObject({ entryId: third.id });
    expect(isSound(found)).toBe(false);
  });

  it('names a file whose bytes have changed, with all that needs it, and one that is gone', async () => {
    const entry = await services.db('entries').orderBy('seq').first();
    const path = (blob: string) => join(services.config.dataFolder, 'blobs', blob.slice(0, 2), blob);
    await writeFile(path(entry.raw_blob), 'other bytes');
    const document = await services.db('documents').first();
    const { rm } = await import('node:fs/promises');
    await rm(path(document.blob));
    const found = await verify();
    const broken = new Map(found.brokenFiles.map((one) => [one.sha256, one]));
    expect(broken.get(entry.raw_blob)).toMatchObject({
      why: 'changed',
      neededBy: [{ place: 'entry', subject: entry.subject, matterId: entry.matter_id }],
    });
    const gone = broken.get(document.blob);
    expect(gone?.why).toBe('unreadable');
    expect(gone?.neededBy).toContainEqual(
      expect.objectContaining({ place: 'document', name: document.name, matterId: document.matter_id }),
    );
  });

  it('sees an entry that would not be found, and a row of the index that is nobody’s', async () => {
    const entry = await services.db('entries').orderBy('seq').first();
    await services.db.raw('DELETE FROM entry_words WHERE entry_id = ?', [entry.id]);
    expect((await verify()).notFindable).toMatchObject([
      { subject: entry.subject, matterId: entry.matter_id },
    ]);
    await services.db.raw("INSERT INTO entry_words (rowid, entry_id) VALUES (1, 'x'), (2, 'y')");
    expect((await verify()).strayWords).toBe(1);
  });
});
