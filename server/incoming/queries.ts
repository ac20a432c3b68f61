import type { Suggestion } from '../../core/matching/index.ts';
import type { EntryAttachment, EntryPeople } from '../correspondence/entry.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { fromJson } from '../platform/database/json.ts';

export type IncomingState = 'waiting' | 'filed' | 'notOurs' | 'report';
export type IncomingSource = 'smtp' | 'mailbox' | 'file';

/** A file that came with a message. */
export interface IncomingFile extends EntryAttachment {
  readonly inline: boolean;
}

/** A message that came in, and what was made of it. */
export interface StoredIncoming {
  readonly id: string;
  readonly receivedAtUtc: number;
  readonly source: IncomingSource;
  readonly state: IncomingState;
  /** `out` for a copy of what somebody of ours sent from elsewhere. */
  readonly direction: 'in' | 'out';
  readonly rawBlob: string;
  readonly rawBytes: number;
  readonly internetMessageId: string;
  readonly sentAtUtc: number;
  readonly subject: string;
  readonly opening: string;
  readonly people: EntryPeople;
  readonly files: readonly IncomingFile[];
  readonly references: readonly string[];
  readonly deliveredTo: readonly string[];
  readonly automatic: boolean;
  readonly suggestions: readonly Suggestion[];
  readonly entryIds: readonly string[];
  readonly decidedBy: string | null;
}

interface IncomingRow {
  id: string;
  received_utc: number;
  source: IncomingSource;
  state: IncomingState;
  direction: 'in' | 'out';
  raw_blob: string;
  raw_bytes: number;
  internet_message_id: string;
  sent_utc: number;
  subject: string;
  opening: string;
  people: string;
  attachments: string;
  references: string;
  delivered_to: string;
  automatic: number;
  suggestions: string;
  entry_ids: string;
  decided_by: string | null;
  decided_utc: number | null;
}

const toIncoming = (row: IncomingRow): StoredIncoming => ({
  id: row.id,
  receivedAtUtc: row.received_utc,
  source: row.source,
  state: row.state,
  direction: row.direction,
  rawBlob: row.raw_blob,
  rawBytes: row.raw_bytes,
  internetMessageId: row.internet_message_id,
  sentAtUtc: row.sent_utc,
  subject: row.subject,
  opening: row.opening,
  people: fromJson<EntryPeople>(row.people),
  files: fromJson<readonly IncomingFile[]>(row.attachments),
  references: fromJson<readonly string[]>(row.references),
  deliveredTo: fromJson<readonly string[]>(row.delivered_to),
  automatic: row.automatic === 1,
  suggestions: fromJson<readonly Suggestion[]>(row.suggestions),
  entryIds: fromJson<readonly string[]>(row.entry_ids),
  decidedBy: row.decided_by,
});

/** Keeps what came in; false where the very same is there already. */
export async function insertIncoming(db: Database, one: StoredIncoming): Promise<boolean> {
  const known = await findByBytes(db, one.internetMessageId, one.rawBlob);
  if (known) return false;
  await db<IncomingRow>('incoming').insert({
    id: one.id,
    received_utc: one.receivedAtUtc,
    source: one.source,
    state: one.state,
    direction: one.direction,
    raw_blob: one.rawBlob,
    raw_bytes: one.rawBytes,
    internet_message_id: one.internetMessageId,
    sent_utc: one.sentAtUtc,
    subject: one.subject,
    opening: one.opening,
    people: JSON.stringify(one.people),
    attachments: JSON.stringify(one.files),
    references: JSON.stringify(one.references),
    delivered_to: JSON.stringify(one.deliveredTo),
    automatic: one.automatic ? 1 : 0,
    suggestions: JSON.stringify(one.suggestions),
    entry_ids: JSON.stringify(one.entryIds),
    decided_by: one.decidedBy,
    decided_utc: null,
  });
  return true;
}

export async function findByBytes(
  db: Database,
  internetMessageId: string,
  rawBlob: string,
): Promise<StoredIncoming | undefined> {
  const row = await db<IncomingRow>('incoming')
    .where({ internet_message_id: internetMessageId, raw_blob: rawBlob })
    .first();
  return row && toIncoming(row);
}

export async function findIncoming(db: Database, id: string): Promise<StoredIncoming | undefined> {
  const row = await db<IncomingRow>('incoming').where({ id }).first();
  return row && toIncoming(row);
}

/** Moves one from a state to another; false where it is no longer there. */
export async function decideIncoming(
  db: Database,
  id: string,
  from: IncomingState,
  to: {
    readonly state: IncomingState;
    readonly entryIds: readonly string[];
    readonly personId: string | null;
    readonly atUtc: number;
  },
): Promise<boolean> {
  const changed = await db<IncomingRow>('incoming')
    .where({ id, state: from })
    .update({
      state: to.state,
      entry_ids: JSON.stringify(to.entryIds),
      decided_by: to.personId,
      decided_utc: to.atUtc,
    });
  return changed === 1;
}

export interface IncomingPage {
  readonly items: StoredIncoming[];
  readonly next: string | null;
}

/** What waits for a person, the latest first. */
export async function listWaiting(
  db: Database,
  { limit, after }: { readonly limit: number; readonly after: string | undefined },
): Promise<IncomingPage> {
  const cursor = readCursor(after);
  const found = db<IncomingRow>('incoming')
    .select('*', db.raw('rowid AS row_seq'))
    .where({ state: 'waiting' })
    .orderBy([
      { column: 'received_utc', order: 'desc' },
      { column: 'rowid', order: 'desc' },
    ])
    .limit(limit + 1);
  if (cursor) void found.whereRaw('(received_utc, rowid) < (?, ?)', [...cursor]);
  const rows = (await found) as (IncomingRow & { row_seq: number })[];
  return toPage(rows, limit, toIncoming, (row) => [row.received_utc, row.row_seq]);
}

export async function countWaiting(db: Database): Promise<number> {
  const row = await db('incoming').where({ state: 'waiting' }).count<{ n: number }[]>({ n: '*' }).first();
  return row?.n ?? 0;
}
