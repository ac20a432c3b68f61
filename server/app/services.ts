import type { Logger } from 'pino';
import type { BlobStore } from '../platform/blobs/blobStore.ts';
import type { Config } from './config.ts';
import type { ChangeFeed } from '../platform/events/changeFeed.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import type { LongJobs } from '../correspondence/exports/exportJobs.ts';
import type { ProgramCache } from '../templates/programCache.ts';
import type { LetterPress } from '../platform/workers/pdfRenderer.ts';

/** What use cases work with; made once in app.ts and handed to each. */
export interface Office {
  readonly config: Config;
  readonly db: Database;
  readonly blobs: BlobStore;
  readonly changes: ChangeFeed;
  readonly programs: ProgramCache;
  readonly press: LetterPress;
  readonly long: LongJobs;
  readonly log: Logger;
  /** Milliseconds since 1970; the one clock, so that tests can set it. */
  readonly now: () => number;
  readonly newId: () => string;
  /** Tells the runner that something may be due. */
  readonly wakeRunner: () => void;
}
