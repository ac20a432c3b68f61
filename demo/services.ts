import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { readConfig } from '../server/app/config.ts';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import type { Database } from '../server/platform/database/openDatabase.ts';
import { changeFeed } from '../server/platform/events/changeFeed.ts';
import type { Services } from '../server/platform/services.ts';
import { turns } from '../server/platform/turns.ts';

/** What use cases work with at a moment of the demo's past, in which nothing is listened to and no letter is set. */
export const demoServices = (db: Database, blobs: BlobStore, atUtc: number): Services => ({
  config: readConfig({ OFFICIUM_DEMO: '1' }),
  db,
  blobs,
  changes: changeFeed(),
  pdfRenderer: { render: () => Promise.reject(new Error('no letters here')), close: () => Promise.resolve() },
  log: pino({ level: 'silent' }),
  now: () => atUtc,
  newId: randomUUID,
  turns: turns(),
  wakeRunner: () => undefined,
  renewLines: () => undefined,
  mailboxes: () => [],
});
