import { sealEntry, FIRST_SEAL } from '../../core/correspondence/seal.ts';
import type { SealedContent } from '../../core/correspondence/seal.ts';
import { bareSubject } from '../../core/correspondence/answers.ts';
import type { ConversationEnd } from '../../core/correspondence/answers.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { sha256Hex } from '../blobs/blobStore.ts';
import { readCursor, toPage } from './cursor.ts';
import { insertEntryWords } from './entryWords.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';

export interface EntryAddress {
  readonly name: string;
  readonly address: string;
}

export interface EntryPeople {
  readonly from: EntryAddress;
  readonly to: readonly EntryAddress[];
  readonly cc: readonly EntryAddress[];
  /** Not in the bytes; kept beside them, since a blind copy is part of what was sent. */
  readonly bcc: readonly EntryAddress[];
}

export interface EntryAttachment {
  readonly name: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly blob: string;
}

/** An entry to be filed. Its seal and its place in a conversation are worked out when it is. */
export interface NewEntry {
  readonly id: EntryId;
  readonly matterId: MatterId;
  readonly direction: 'out' | 'in' | 'note';
  readonly channel: string;
  readonly occurredAtUtc: number;
  readonly filedAtUtc: number;
  readonly subject: string;
  readonly opening: string;
  readonly category: string;
  readonly people: EntryPeople;
  readonly attachments: readonly EntryAttachment[];
  readonly rawBlob: string;
  readonly rawBytes: number;
  readonly internetMessageId: string | null;
  /** Message-IDs it answers, oldest first. */
  readonly references: readonly string[];
  readonly messageId: string | null;
  readonly templateVersionId: string | null;
  readonly authorId: string | null;
  readonly refusals: readonly { readonly address: string; readonly reply: string }[];
  readonly cautionsOverridden: readonly string[];
  /** What an entry that speaks of another one does: notes that it was moved here or away, or corrects it. */
  readonly about?: EntryAbout;
}

export interface EntryAbout {
  readonly kind: 'movedFrom' | 'movedTo' | 'corrects' | 'alsoOn';
  readonly entryId: string;
  readonly matterId: string;
}

export interface StoredEntry extends NewEntry {
  readonly seq: number;
  readonly conversationId: string;
  readonly seal: string;
}

interface EntryRow {
  seq: number;
  id: string;
  matter_id: string;
  conversation_id: string;
  direction: NewEntry['direction'];
  channel: string;
  occurred_utc: number;
  filed_utc: number;
  subject: string;
  opening: string;
  category: string;
  people: string;
  attachments: string;
  raw_blob: string;
  raw_bytes: number;
  internet_message_id: string | null;
  message_id: string | null;
  template_version_id: string | null;
  author_id: string | null;
  detail: string;
  seal: string;
}

type EntryExtra = Pick<NewEntry, 'references' | 'refusals' | 'cautionsOverridden' | 'about'>;

const toEntry = (row: EntryRow): StoredEntry => ({
  seq: row.seq,
  id: asId<EntryId>(row.id),
  matterId: asId<MatterId>(row.matter_id),
  conversationId: row.conversation_id,
  direction: row.direction,
  channel: row.channel,
  occurredAtUtc: row.occurred_utc,
  filedAtUtc: row.filed_utc,
  subject: row.subject,
  opening: row.opening,
  category: row.category,
  people: fromJson<EntryPeople>(row.people),
  attachments: fromJson<readonly EntryAttachment[]>(row.attachments),
  rawBlob: row.raw_blob,
  rawBytes: row.raw_bytes,
  internetMessageId: row.internet_message_id,
  messageId: row.message_id,
  templateVersionId: row.template_version_id,
  authorId: row.author_id,
  ...fromJson<EntryExtra>(row.detail),
  seal: row.seal,
});

const sealedContent = (entry: NewEntry): SealedContent => ({
  id: entry.id,
  matterId: entry.matterId,
  direction: entry.direction,
  channel: entry.channel,
  occurredAtUtc: entry.occurredAtUtc,
  subject: entry.subject,
  from: entry.people.from.address,
  to: [...entry.people.to, ...entry.people.cc, ...entry.people.bcc].map(({ address }) => address),
  rawBlob: entry.rawBlob,
  attachments: entry.attachments.map(({ name, blob }) => ({ name, blob })),
});

/**
 * Files an entry: seals it onto the chain, places it in its conversation and makes its words findable. Call it inside a
 * transaction. `text` is all that it says, where that is more than its opening.
 */
export async function insertEntry(db: Database, entry: NewEntry, text = entry.opening): Promise<void> {
  const last = await db<EntryRow>('entries').orderBy('seq', 'desc').first('seal');
  const conversationId = (await conversationOf(db, entry)) ?? entry.id;
  await countInConversation(db, conversationId, entry);
  const extra: EntryExtra = {
    references: entry.references,
    refusals: entry.refusals,
    cautionsOverridden: entry.cautionsOverridden,
    ...(entry.about === undefined ? {} : { about: entry.about }),
  };
  const [seq = 0] = await db<EntryRow>('entries').insert({
    id: entry.id,
    matter_id: entry.matterId,
    conversation_id: conversationId,
    direction: entry.direction,
    channel: entry.channel,
    occurred_utc: entry.occurredAtUtc,
    filed_utc: entry.filedAtUtc,
    subject: entry.subject,
    opening: entry.opening,
    category: entry.category,
    people: JSON.stringify(entry.people),
    attachments: JSON.stringify(entry.attachments),
    raw_blob: entry.rawBlob,
    raw_bytes: entry.rawBytes,
    internet_message_id: entry.internetMessageId,
    message_id: entry.messageId,
    template_version_id: entry.templateVersionId,
    author_id: entry.authorId,
    detail: JSON.stringify(extra),
    seal: sealEntry(last?.seal ?? FIRST_SEAL, sealedContent(entry), sha256Hex),
  });
  await insertEntryWords(db, entry, seq, text);
}

/**
 * The conversation of the nearest message it answers that is on the same matter (RFC 5322 §3.6.4); or, where a mail program
 * dropped that, the one of the same subject that its people were in before.
 */
async function conversationOf(db: Database, entry: NewEntry): Promise<string | undefined> {
  const parent =
    entry.references.length === 0
      ? undefined
      : await db<EntryRow>('entries')
          .whereIn('internet_message_id', [...entry.references])
          .where({ matter_id: entry.matterId })
          .orderBy('seq', 'desc')
          .first('conversation_id');
  return parent?.conversation_id ?? (await conversationBySubject(db, entry));
}

/** How far back on the matter a conversation of the same subject is looked for. */
const LOOKED_BACK = 60;

async function conversationBySubject(db: Database, entry: NewEntry): Promise<string | undefined> {
  const subject = bareSubject(entry.subject);
  // Only what calls itself an answer, or something passed on, goes on with what was begun.
  if (entry.channel !== 'email' || subject === '' || subject === entry.subject.trim()) return undefined;
  const rows = await db<EntryRow>('entries')
    .where({ matter_id: entry.matterId, channel: 'email' })
    .orderBy('seq', 'desc')
    .limit(LOOKED_BACK)
    .select('conversation_id', 'subject', 'people');
  const own = peopleIn(entry.people);
  return rows.find(
    (row) =>
      bareSubject(row.subject) === subject &&
      [...peopleIn(fromJson<EntryPeople>(row.people))].filter((one) => own.has(one)).length >= 2,
  )?.conversation_id;
}

const peopleIn = ({ from, to, cc, bcc }: EntryPeople): ReadonlySet<string> =>
  new Set([from, ...to, ...cc, ...bcc].map(({ address }) => address.toLowerCase()).filter(Boolean));

async function countInConversation(db: Database, id: string, entry: NewEntry): Promise<void> {
  const out = entry.direction === 'out' ? 1 : 0;
  const incoming = entry.direction === 'in' ? 1 : 0;
  const last = { last_entry_id: entry.id, last_direction: entry.direction, last_utc: entry.occurredAtUtc };
  await db('conversations')
    .insert({ id, matter_id: entry.matterId, ...last, out_count: out, in_count: incoming })
    .onConflict('id')
    .merge({
      ...last,
      out_count: db.raw('conversations.out_count + ?', [out]),
      in_count: db.raw('conversations.in_count + ?', [incoming]),
    });
}

/** An entry in a list, with the end of its conversation where it is that end. */
export interface EntryListItem extends StoredEntry {
  readonly endOfConversation: ConversationEnd | null;
}

interface ConversationRow {
  id: string;
  last_entry_id: string;
  last_direction: NewEntry['direction'];
  last_utc: number;
  out_count: number;
  in_count: number;
}

export async function listEntries(
  db: Database,
  {
    matterId,
    limit,
    after,
  }: { readonly matterId: string; readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: EntryListItem[]; readonly next: string | null }> {
  const cursor = readCursor(after);
  const found = db<EntryRow>('entries')
    .where({ matter_id: matterId })
    .orderBy([
      { column: 'occurred_utc', order: 'desc' },
      { column: 'seq', order: 'desc' },
    ])
    .limit(limit + 1);
  if (cursor) void found.whereRaw('(occurred_utc, seq) < (?, ?)', [...cursor]);
  const rows = await found;
  const ends = await db<ConversationRow>('conversations').whereIn(
    'last_entry_id',
    rows.map(({ id }) => id),
  );
  const byEntry = new Map(ends.map((end) => [end.last_entry_id, end]));
  const item = (row: EntryRow): EntryListItem => ({
    ...toEntry(row),
    endOfConversation: toEnd(byEntry.get(row.id)),
  });
  return toPage(rows, limit, item, (row) => [row.occurred_utc, row.seq]);
}

const toEnd = (row: ConversationRow | undefined): ConversationEnd | null =>
  row ? { direction: row.last_direction, out: row.out_count, in: row.in_count } : null;

export async function findEntry(db: Database, id: string): Promise<EntryListItem | undefined> {
  const row = await db<EntryRow>('entries').where({ id }).first();
  if (!row) return undefined;
  const end = await db<ConversationRow>('conversations').where({ last_entry_id: id }).first();
  return { ...toEntry(row), endOfConversation: toEnd(end) };
}

/** What has become of an entry since it was filed. */
export interface Standing {
  readonly entryId: string;
  readonly kind: 'moved' | 'corrected';
  /** The entry that says so. */
  readonly byEntryId: string;
}

export async function standingsOf(
  db: Database,
  entryIds: readonly string[],
): Promise<ReadonlyMap<string, Standing>> {
  const rows = await db('entry_standings')
    .whereIn('entry_id', [...entryIds])
    .select<Standing[]>('kind', { entryId: 'entry_id', byEntryId: 'by_entry_id' });
  return new Map(rows.map((row) => [row.entryId, row]));
}

export async function insertStanding(db: Database, { entryId, kind, byEntryId }: Standing): Promise<void> {
  await db('entry_standings').insert({ entry_id: entryId, kind, by_entry_id: byEntryId });
}

/** The sent message that one of these Message-IDs is, the first that is known. */
export async function findSentEntry(
  db: Database,
  messageIds: readonly string[],
): Promise<StoredEntry | undefined> {
  if (messageIds.length === 0) return undefined;
  const rows = await db<EntryRow>('entries')
    .where({ direction: 'out' })
    .whereIn('internet_message_id', [...messageIds])
    .orderBy('seq');
  const [first] = messageIds.flatMap((id) => rows.filter((row) => row.internet_message_id === id));
  return first && toEntry(first);
}

/** Entries by their ids, each with the matter it is on. */
export async function entriesWithMatters(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, StoredEntry & { readonly reference: string; readonly title: string }>> {
  const rows = await db('entries')
    .join('matters', 'matters.id', 'entries.matter_id')
    .whereIn('entries.id', [...ids])
    .select<(EntryRow & { reference: string; title: string })[]>(
      'entries.*',
      'matters.reference',
      'matters.title',
    );
  return new Map(
    rows.map((row) => [row.id, { ...toEntry(row), reference: row.reference, title: row.title }]),
  );
}

/** How many went each way; days and counts alone, for the dateline. */
export async function entryTimes(
  db: Database,
  matterId: string,
): Promise<readonly { direction: NewEntry['direction']; occurredAtUtc: number }[]> {
  return db('entries')
    .where({ matter_id: matterId })
    .select<{ direction: NewEntry['direction']; occurredAtUtc: number }[]>('direction', {
      occurredAtUtc: 'occurred_utc',
    });
}

/** Every entry in the order of the chain, a few at a time, for checking it. */
export async function* sealedEntries(
  db: Database,
): AsyncGenerator<{ readonly content: SealedContent; readonly seal: string }> {
  for (let after = 0; ;) {
    const rows = await db<EntryRow>('entries').where('seq', '>', after).orderBy('seq').limit(500);
    for (const row of rows) yield { content: sealedContent(toEntry(row)), seal: row.seal };
    const last = rows.at(-1);
    if (!last) return;
    after = last.seq;
  }
}
