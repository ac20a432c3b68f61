import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { loadDemo } from '../demo/load.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { readConfig } from '../server/app/config.ts';
import { changeFeed } from '../server/platform/events/changeFeed.ts';
import { letterPdf } from '../server/platform/pdf/letterPdf.ts';
import type { Office } from '../server/app/services.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import { listMatters } from '../server/matters/listQueries.ts';
import { findPerson } from '../server/access/peopleQueries.ts';
import type { Account } from '../server/access/peopleQueries.ts';
import { longJobs } from '../server/correspondence/exports/exportJobs.ts';
import { programCache } from '../server/templates/programCache.ts';

/** The demo practice in a scratch folder, removed when the work is done. */
export async function withPractice<T>(work: (office: Office) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-bench-'));
  await loadDemo(folder, Date.now(), { matters: 28 });
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  const office: Office = {
    config: readConfig({ OFFICIUM_DATA: folder, OFFICIUM_DEMO: '1' }),
    db,
    blobs: blobStore(join(folder, 'blobs')),
    changes: changeFeed(),
    programs: programCache(),
    // On this thread: what a letter says is asked here, not where it is set.
    long: longJobs(),
    press: { set: letterPdf, close: () => Promise.resolve() },
    log: pino({ level: 'silent' }),
    now: Date.now,
    newId: randomUUID,
    wakeRunner: () => undefined,
  };
  try {
    return await work(office);
  } finally {
    await db.destroy();
    await rm(folder, { recursive: true, force: true });
  }
}

/** The demo's first matter and its principal, who may see it. */
export async function firstMatter(
  office: Office,
): Promise<{ readonly person: Account; readonly id: string }> {
  const person = await findPerson(office.db, 'person-maud');
  const { items } = await listMatters(office.db, {
    personId: 'person-maud',
    query: 'SV-2041',
    sort: 'recent',
    limit: 1,
    after: undefined,
  });
  const [matter] = items;
  if (!person || !matter) throw new Error('the demo lacks its first matter');
  return { person, id: matter.id };
}
