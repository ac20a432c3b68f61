import { sql } from '../platform/database/reads.ts';
import type { Knex } from 'knex';
import type { Scope } from '../access/scope.ts';
import { hiddenFrom, visible } from '../access/visibleQueries.ts';
import { nextSeq } from '../platform/database/dialects/sqlite/expressions.ts';
import type { Tx } from '../platform/database/transaction.ts';
import type { Authenticated } from '../../core/mime/authentication.ts';
import type { Suggestion } from '../../core/matching/index.ts';
import type { EntryAttachment, EntryPeople } from '../correspondence/entry.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { fromJson } from '../platform/database/json.ts';

export type IncomingState = 'waiting' | 'filed' | 'notOurs' | 'report';
/** `mailbox` is fetched from where it waits: a mailbox, or a text gateway. */
export type IncomingSource = 'smtp' | 'mailbox' | 'file';
export type IncomingChannel = 'email' | 'text';

/** A file that came with a message. */
export interface IncomingFile extends EntryAttachment {
  readonly inline: boolean;
}

/** A message that came in, and what was made of it. */
export interface StoredIncoming {
  readonly id: string;
  readonly receivedAtUtc: number;
  readonly source: IncomingSource;
  readonly channel: IncomingChannel;
  readonly state: IncomingState;
  /** `out` for a copy of what somebody of ours sent from elsewhere. */
  readonly direction: 'in' | 'out';
  /** Whether it is from whom it says. */
  readonly authenticated: Authenticated;
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
  seq: number;
  id: string;
  received_utc: number;
  source: IncomingSource;
  channel: IncomingChannel;
  state: IncomingState;
  direction: 'in' | 'out';
  authenticated: Authenticated;
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
  channel: row.channel,
  state: row.state,
  direction: row.direction,
  authenticated: row.authenticated,
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
export async function insertIncoming(tx: Tx, one: StoredIncoming): Promise<boolean> {
  const same = { internet_message_id: one.internetMessageId, raw_blob: one.rawBlob };
  if (await tx<IncomingRow>('incoming').where(same).first('id')) return false;
  await tx<IncomingRow>('incoming').insert({
    id: one.id,
    seq: nextSeq(tx, 'incoming') as unknown as number,
    received_utc: one.receivedAtUtc,
    source: one.source,
    channel: one.channel,
    state: one.state,
    direction: one.direction,
    authenticated: one.authenticated,
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
  const matterIds = new Set(one.suggestions.map(({ matterId }) => matterId as string));
  if (matterIds.size > 0)
    await tx('incoming_suggestions').insert(
      [...matterIds].map((matter_id) => ({ incoming_id: one.id, matter_id })),
    );
  return true;
}

export async function findByBytes(
  scope: Scope,
  internetMessageId: string,
  rawBlob: string,
): Promise<StoredIncoming | undefined> {
  const row = await sql(scope)<IncomingRow>('incoming')
    .where({ internet_message_id: internetMessageId, raw_blob: rawBlob })
    .first();
  return row && toIncoming(row);
}

/** Which of these messages came in before, by their bytes. */
export async function knownMessages(scope: Scope, blobs: readonly string[]): Promise<ReadonlySet<string>> {
  return new Set(
    await sql(scope)('incoming')
      .whereIn('raw_blob', [...blobs])
      .pluck<string[]>('raw_blob'),
  );
}

/**
 * What came in, as far as the actor may see it. While it waits, it may be about any matter it was suggested for: it is
 * hidden where one of them is hidden, unless the actor is let in to another restricted one of them. Reports are told on the
 * entry they speak of, and not here.
 */
function incomingSeenBy(scope: Scope): Knex.QueryBuilder<IncomingRow, IncomingRow[]> {
  const db = sql(scope);
  const query = db<IncomingRow, IncomingRow[]>('incoming');
  const [hidden, alsoHidden] = [hiddenFrom(scope), hiddenFrom(scope)];
  if (!hidden || !alsoHidden) return query;
  const suggested = (): Knex.QueryBuilder =>
    db('incoming_suggestions as suggested')
      .select(db.raw('1'))
      .where('suggested.incoming_id', db.ref('incoming.id'));
  return query.whereNot('incoming.state', 'report').where((either) => {
    void either
      .where('incoming.state', 'filed')
      .orWhereNotExists(suggested().whereIn('suggested.matter_id', hidden))
      .orWhereExists(
        suggested()
          .join('matters', 'matters.id', 'suggested.matter_id')
          .where('matters.restricted', true)
          .whereNotIn('suggested.matter_id', alsoHidden),
      );
  });
}

/** Once it is filed, it is for those who may see one of the matters it was filed on. */
export async function findIncoming(scope: Scope, id: string): Promise<StoredIncoming | undefined> {
  const row = await incomingSeenBy(scope).where('incoming.id', id).first();
  if (!row) return undefined;
  const incoming = toIncoming(row);
  if (incoming.state !== 'filed') return incoming;
  const seenEntry = await visible(scope, 'entries')
    .whereIn('entries.id', [...incoming.entryIds])
    .first('entries.seq');
  return seenEntry ? incoming : undefined;
}

/** Moves one from a state to another; false where it is no longer there. */
export async function decideIncoming(
  tx: Tx,
  id: string,
  from: IncomingState,
  to: {
    readonly state: IncomingState;
    readonly entryIds: readonly string[];
    readonly personId: string | null;
    readonly atUtc: number;
  },
): Promise<boolean> {
  const changed = await tx<IncomingRow>('incoming')
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
  scope: Scope,
  { limit, after }: { readonly limit: number; readonly after: string | undefined },
): Promise<IncomingPage> {
  const cursor = readCursor(after);
  const found = incomingSeenBy(scope)
    .select('incoming.*')
    .where('incoming.state', 'waiting')
    .orderBy([
      { column: 'incoming.received_utc', order: 'desc' },
      { column: 'incoming.seq', order: 'desc' },
    ])
    .limit(limit + 1);
  if (cursor) void found.whereRaw('(incoming.received_utc, incoming.seq) < (?, ?)', [...cursor]);
  return toPage((await found) as IncomingRow[], limit, toIncoming, (row) => [row.received_utc, row.seq]);
}

export async function countWaiting(scope: Scope): Promise<number> {
  const row = await incomingSeenBy(scope)
    .where('incoming.state', 'waiting')
    .count<{ n: number }[]>({ n: '*' })
    .first();
  return row?.n ?? 0;
}
