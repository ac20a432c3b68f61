import { sql } from '../platform/database/reads.ts';
import { mayKnow } from '../access/mayKnow.ts';
import type { Scope } from '../access/scope.ts';
import { visible } from '../access/visibleQueries.ts';
import type {
  NewEntry,
  StoredEntry,
  EntryPeople,
  EntryAttachment,
  EntryListItem,
  Standing,
} from './entry.ts';
import { asId } from '../../core/model/ids.ts';
import type { EntryId, MatterId } from '../../core/model/ids.ts';
import { fromJson } from '../platform/database/json.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import type { ConversationEnd } from '../../core/correspondence/answers.ts';

export interface EntryRow {
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

export type EntryExtra = Pick<
  NewEntry,
  'references' | 'refusals' | 'cautionsOverridden' | 'about' | 'authenticated'
>;

export const toEntry = (row: EntryRow): StoredEntry => ({
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

interface ConversationRow {
  id: string;
  last_entry_id: string;
  last_direction: NewEntry['direction'];
  last_expects: number | null;
  last_utc: number;
  out_count: number;
  in_count: number;
}

export async function listEntries(
  scope: Scope,
  {
    matterId,
    limit,
    after,
  }: { readonly matterId: string; readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: EntryListItem[]; readonly next: string | null }> {
  const cursor = readCursor(after);
  const found = visible<EntryRow>(scope, 'entries')
    .where({ matter_id: matterId })
    .orderBy([
      { column: 'occurred_utc', order: 'desc' },
      { column: 'seq', order: 'desc' },
    ])
    .limit(limit + 1);
  if (cursor) void found.whereRaw('(occurred_utc, seq) < (?, ?)', [...cursor]);
  const rows = await found;
  const ends = await conversationEnds(
    scope,
    rows.map(({ id }) => id),
  );
  const item = (row: EntryRow): EntryListItem => ({
    ...toEntry(row),
    endOfConversation: ends.get(row.id) ?? null,
  });
  return toPage(rows, limit, item, (row) => [row.occurred_utc, row.seq]);
}

/** Where conversations stand whose last entry is one of these, by that entry. */
export async function conversationEnds(
  scope: Scope,
  entryIds: readonly string[],
): Promise<ReadonlyMap<string, ConversationEnd | null>> {
  const ends = await visible<ConversationRow>(scope, 'conversations').whereIn('last_entry_id', [...entryIds]);
  return new Map(ends.map((end) => [end.last_entry_id, toEnd(end)]));
}

const toEnd = (row: ConversationRow | undefined): ConversationEnd | null =>
  row
    ? {
        direction: row.last_direction,
        out: row.out_count,
        in: row.in_count,
        expects: row.last_expects === null ? undefined : row.last_expects === 1,
      }
    : null;

export async function findEntry(scope: Scope, id: string): Promise<EntryListItem | undefined> {
  const row = await visible<EntryRow>(scope, 'entries').where({ id }).first();
  if (!row) return undefined;
  const end = await visible<ConversationRow>(scope, 'conversations').where({ last_entry_id: id }).first();
  return { ...toEntry(row), endOfConversation: toEnd(end) };
}

/** As many messages with files as are looked through for one list. */
const MOST_ENCLOSING = 2_000;

/** A matter's entries that have files with them, newest first. */
export async function entriesThatEnclose(scope: Scope, matterId: string): Promise<readonly StoredEntry[]> {
  const rows = await visible<EntryRow>(scope, 'entries')
    .where({ matter_id: matterId })
    .whereNot({ attachments: '[]' })
    .orderBy([
      { column: 'occurred_utc', order: 'desc' },
      { column: 'seq', order: 'desc' },
    ])
    .limit(MOST_ENCLOSING);
  return rows.map(toEntry);
}

/** Which document of a matter has these bytes. */
export async function documentsByBlob(scope: Scope, matterId: string): Promise<ReadonlyMap<string, string>> {
  const rows = await visible(scope, 'documents')
    .where({ matter_id: matterId })
    .whereNull('deleted_utc')
    .orderBy('version')
    .select<{ id: string; blob: string }[]>('id', 'blob');
  return new Map(rows.map(({ id, blob }) => [blob, id]));
}

export async function standingsOf(
  scope: Scope,
  entryIds: readonly string[],
): Promise<ReadonlyMap<string, Standing>> {
  const rows = await sql(scope)('entry_standings')
    .whereIn('entry_id', [...entryIds])
    .select<Standing[]>('kind', { entryId: 'entry_id', byEntryId: 'by_entry_id' });
  return new Map(rows.map((row) => [row.entryId, row]));
}

/** The sent message that one of these Message-IDs is, the first that is known. */
export async function findSentEntry(
  scope: Scope,
  messageIds: readonly string[],
): Promise<StoredEntry | undefined> {
  if (messageIds.length === 0) return undefined;
  const rows = await visible<EntryRow>(scope, 'entries')
    .where({ direction: 'out' })
    .whereIn('internet_message_id', [...messageIds])
    .orderBy('seq');
  const [first] = messageIds.flatMap((id) => rows.filter((row) => row.internet_message_id === id));
  return first && toEntry(first);
}

/** An entry with what its matter is called. */
export interface EntryOnMatter extends StoredEntry {
  readonly reference: string;
  readonly title: string;
}
export type OnMatterRow = EntryRow & { readonly reference: string; readonly title: string };

export const toEntryOnMatter = (row: OnMatterRow): EntryOnMatter => ({
  ...toEntry(row),
  reference: row.reference,
  title: row.title,
});

/** Entries by their ids, each with the matter it is on. */
export async function entriesWithMatters(
  scope: Scope,
  ids: readonly string[],
): Promise<ReadonlyMap<string, EntryOnMatter>> {
  const rows = await visible(scope, 'entries')
    .join('matters', 'matters.id', 'entries.matter_id')
    .whereIn('entries.id', [...ids])
    .select<OnMatterRow[]>('entries.*', 'matters.reference', 'matters.title');
  return new Map(rows.map((row) => [row.id, toEntryOnMatter(row)]));
}

/** How many went each way; days and counts alone, for the dateline. */
export async function entryTimes(
  scope: Scope,
  matterId: string,
): Promise<readonly { direction: NewEntry['direction']; occurredAtUtc: number }[]> {
  return visible(scope, 'entries')
    .where({ matter_id: matterId })
    .select<{ direction: NewEntry['direction']; occurredAtUtc: number }[]>('direction', {
      occurredAtUtc: 'occurred_utc',
    });
}

/** What a letter was set from: the words its message was frozen with; undefined where there was no message. */
export async function letterText(scope: Scope, messageId: string | null): Promise<string | undefined> {
  if (messageId === null) return undefined;
  const row = await visible(scope, 'messages')
    .where({ id: messageId })
    .first<{ frozen: string | null } | undefined>('frozen');
  return row?.frozen ? fromJson<{ readonly text: string }>(row.frozen).text : undefined;
}

/** The name of the template that an entry was made from; a template that is private to somebody else has none. */
export async function templateNameOf(scope: Scope, versionId: string | null): Promise<string | null> {
  if (versionId === null) return null;
  const row = await sql(scope)('template_versions')
    .join('templates', 'templates.id', 'template_versions.template_id')
    .where('template_versions.id', versionId)
    .first<{ name: string; standing: string; ownerId: string | null } | undefined>({
      name: 'templates.name',
      standing: 'templates.standing',
      ownerId: 'templates.owner_id',
    });
  return row && mayKnow(scope, row) ? row.name : null;
}

/** Whether a message is filed on a matter: what we sent ourselves comes back as a copy, or by way of a list. */
export async function isFiledOn(scope: Scope, matterId: string, internetMessageId: string): Promise<boolean> {
  const row = await visible(scope, 'entries')
    .where({ internet_message_id: internetMessageId, matter_id: matterId })
    .first<{ seq: number } | undefined>('entries.seq');
  return row !== undefined;
}
