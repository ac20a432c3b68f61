import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import { readConfig } from '../server/app/config.ts';
import { changeFeed } from '../server/platform/events/changeFeed.ts';
import type { Office } from '../server/app/services.ts';
import type { Database } from '../server/platform/database/openDatabase.ts';
import { longJobs } from '../server/correspondence/exports/exportJobs.ts';
import { programCache } from '../server/templates/programCache.ts';

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
