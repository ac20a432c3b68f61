import type { Logger } from 'pino';
import type { MailboxStanding } from '../../contract/mailLines.ts';
import type { BlobStore } from './blobs/blobStore.ts';
import type { Config } from './config.ts';
import type { Database } from './database/openDatabase.ts';
import type { ChangeFeed } from './events/changeFeed.ts';
import type { Turns } from './turns.ts';
import type { PdfRenderer } from './workers/pdfRenderer.ts';

/** What every capability can be handed; a use case takes no more of it than it needs. */
export interface Services {
  readonly config: Config;
  readonly db: Database;
  readonly blobs: BlobStore;
  readonly changes: ChangeFeed;
  readonly pdfRenderer: PdfRenderer;
  readonly log: Logger;
  /** Milliseconds since 1970; the one clock, so that tests can set it. */
  readonly now: () => number;
  readonly newId: () => string;
  /** Who goes first: those who wait for an answer, before long work. */
  readonly turns: Turns;
  /** Tells the runner that something may be due. */
  readonly wakeRunner: () => void;
  /** Takes up, changes or ends the lines that mail comes in by, as they are set now. */
  readonly renewLines: () => void;
  /** How the reading of each mailbox goes. */
  readonly mailboxes: () => readonly MailboxStanding[];
}
