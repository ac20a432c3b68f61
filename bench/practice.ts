import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { loadDemo } from '../demo/load.ts';
import type { PersonScope } from '../server/access/scope.ts';
import { scopeOf } from '../server/access/scopeOf.ts';
import { readConfig } from '../server/app/config.ts';
import { composeServices } from '../server/app/services.ts';
import type { AppServices } from '../server/app/services.ts';
import { listMatters } from '../server/matters/listQueries.ts';
import { blobStore } from '../server/platform/blobs/blobStore.ts';
import { openDatabase } from '../server/platform/database/openDatabase.ts';
import { changeFeed } from '../server/platform/events/changeFeed.ts';
import { letterPdf } from '../server/platform/pdf/letterPdf.ts';
import { turns } from '../server/platform/turns.ts';

/** The demo practice in a scratch folder, removed when the work is done. */
export async function withPractice<T>(work: (services: AppServices) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'officium-bench-'));
  await loadDemo(folder, Date.now(), { matters: 28 });
  const db = await openDatabase(join(folder, 'officium.sqlite'));
  const services = composeServices({
    config: readConfig({ OFFICIUM_DATA: folder, OFFICIUM_DEMO: '1' }),
    db,
    blobs: blobStore(join(folder, 'blobs')),
    changes: changeFeed(),
    // On this thread: what a letter says is asked here, not where it is set.
    pdfRenderer: { render: letterPdf, close: () => Promise.resolve() },
    log: pino({ level: 'silent' }),
    now: Date.now,
    newId: randomUUID,
    turns: turns(),
    wakeRunner: () => undefined,
    renewLines: () => undefined,
    mailboxes: () => [],
  });
  try {
    return await work(services);
  } finally {
    await db.destroy();
    await rm(folder, { recursive: true, force: true });
  }
}

/** The demo's first matter, and its principal, who may see it. */
export async function firstMatter({
  db,
}: AppServices): Promise<{ readonly scope: PersonScope; readonly id: string; readonly reference: string }> {
  const scope = await scopeOf(db, 'person-maud');
  if (!scope) throw new Error('the demo lacks its principal');
  const { items } = await listMatters(scope, {
    query: 'SV-2041',
    sort: 'recent',
    limit: 1,
    after: undefined,
  });
  const [matter] = items;
  if (!matter) throw new Error('the demo lacks its first matter');
  return { scope, id: matter.id, reference: matter.reference };
}
