import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import type { BlobStore } from '../server/blobs/blobStore.ts';
import { readConfig } from '../server/config.ts';
import { changeFeed } from '../server/events/changeFeed.ts';
import type { Office } from '../server/office.ts';
import type { Database } from '../server/repositories/database.ts';
import { longJobs } from '../server/usecases/exports.ts';
import { programCache } from '../server/usecases/programCache.ts';

/** An office at a moment of the demo's past, in which nothing is listened to and no letter is set. */
export const demoOffice = (db: Database, blobs: BlobStore, atUtc: number): Office => ({
  config: readConfig({ OFFICIUM_DEMO: '1' }),
  db,
  blobs,
  changes: changeFeed(),
  programs: programCache(),
  long: longJobs(),
  press: { set: () => Promise.reject(new Error('no letters here')), close: () => Promise.resolve() },
  log: pino({ level: 'silent' }),
  now: () => atUtc,
  newId: randomUUID,
  wakeRunner: () => undefined,
});
