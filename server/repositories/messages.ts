import { asId } from '../../core/model/ids.ts';
import type { DocumentId, MatterId, MessageId, PersonId } from '../../core/model/ids.ts';
import type { MessageState, MessageStateKind } from '../../core/model/message.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import type { Answers, BlankDefinition } from '../../core/template/blanks.ts';
import type { DocumentNode, InlineDocument } from '../../core/template/document.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { Conduct } from '../../core/template/template.ts';
import { readCursor, toPage } from './cursor.ts';
import type { Database } from './database.ts';
import { fromJson } from './json.ts';
import { seenBy } from './visibility.ts';

/** A document enclosed in a message, by its bytes: a later version on the matter changes nothing here. */
export interface StoredEnclosure {
  readonly documentId: DocumentId;
  readonly fileName: string;
  readonly category: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly blob: string;
}

/** What was decided and made when the message left its draft. */
export interface FrozenMessage {
  readonly internetMessageId: string;
  readonly blob: string;
  readonly sizeBytes: number;
  readonly envelopeFrom: string;
  readonly envelopeTo: readonly string[];
  readonly from: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
  /** Codes of the cautions its writer sent it in spite of. */
  readonly cautions: readonly string[];
}

export interface StoredMessage {
  readonly id: MessageId;
  readonly matterId: MatterId;
  readonly authorId: PersonId;
  readonly templateVersionId: string | null;
  readonly channel: Channel;
  readonly state: MessageState;
  readonly revision: number;
  readonly recipients: Recipients;
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
  readonly enclosures: readonly StoredEnclosure[];
  readonly conduct: Conduct;
  /** Message-IDs of the thread it continues, oldest first. */
  readonly references: readonly string[];
  readonly frozen: FrozenMessage | null;
  readonly createdUtc: number;
  readonly updatedUtc: number;
}

interface MessageRow {
  id: string;
  matter_id: string;
  author_id: string;
  template_version_id: string | null;
  channel: Channel;
  state: MessageStateKind;
  state_detail: string;
  due_utc: number | null;
  revision: number;
  recipients: string;
  subject: string;
  body: string;
  blanks: string;
  answers: string;
  enclosures: string;
  conduct: string;
  references: string;
  discarded_utc: number | null;
  frozen: string | null;
  created_utc: number;
  updated_utc: number;
}

const toMessage = (row: MessageRow): StoredMessage => ({
  id: asId<MessageId>(row.id),
  matterId: asId<MatterId>(row.matter_id),
  authorId: asId<PersonId>(row.author_id),
  templateVersionId: row.template_version_id,
  channel: row.channel,
  state: fromJson<MessageState>(row.state_detail),
  revision: row.revision,
  recipients: fromJson<Recipients>(row.recipients),
  subject: fromJson<InlineDocument>(row.subject),
  body: fromJson<DocumentNode>(row.body),
  blanks: fromJson<readonly BlankDefinition[]>(row.blanks),
  answers: fromJson<Answers>(row.answers),
  enclosures: fromJson<readonly StoredEnclosure[]>(row.enclosures),
  conduct: fromJson<Conduct>(row.conduct),
  references: fromJson<readonly string[]>(row.references),
  frozen: row.frozen === null ? null : fromJson<FrozenMessage>(row.frozen),
  createdUtc: row.created_utc,
  updatedUtc: row.updated_utc,
});

/** When a state is to be looked at again by itself; null where only a person can move it. */
function dueOf(state: MessageState): number | null {
  switch (state.kind) {
    case 'held':
      return state.leavesAtUtc;
    case 'queued':
      return 0;
    case 'deferred':
      return state.nextAttemptUtc;
    case 'sending':
      return state.leaseUntilUtc;
    case 'draft':
    case 'sent':
    case 'failed':
    case 'may-have-gone':
      return null;
    default:
      return state satisfies never;
  }
}

const stateColumns = (state: MessageState) => ({
  state: state.kind,
  state_detail: JSON.stringify(state),
  due_utc: dueOf(state),
});

const contentColumns = (message: StoredMessage) => ({
  recipients: JSON.stringify(message.recipients),
  subject: JSON.stringify(message.subject),
  body: JSON.stringify(message.body),
  blanks: JSON.stringify(message.blanks),
  answers: JSON.stringify(message.answers),
  enclosures: JSON.stringify(message.enclosures),
  conduct: JSON.stringify(message.conduct),
  references: JSON.stringify(message.references),
});

export async function insertMessage(db: Database, message: StoredMessage): Promise<void> {
  await db<MessageRow>('messages').insert({
    id: message.id,
    matter_id: message.matterId,
    author_id: message.authorId,
    template_version_id: message.templateVersionId,
    channel: message.channel,
    ...stateColumns(message.state),
    revision: message.revision,
    ...contentColumns(message),
    frozen: message.frozen && JSON.stringify(message.frozen),
    created_utc: message.createdUtc,
    updated_utc: message.updatedUtc,
  });
}

export async function findMessage(db: Database, id: string): Promise<StoredMessage | undefined> {
  const row = await db<MessageRow>('messages').where({ id, discarded_utc: null }).first();
  return row && toMessage(row);
}

/** Keeps a draft's content if nobody has changed it since `revision`; false where somebody has. */
export async function updateDraft(db: Database, message: StoredMessage, revision: number): Promise<boolean> {
  const changed = await db<MessageRow>('messages')
    .where({ id: message.id, revision, state: 'draft', discarded_utc: null })
    .update({
      ...contentColumns(message),
      template_version_id: message.templateVersionId,
      revision: revision + 1,
      updated_utc: message.updatedUtc,
    });
  return changed === 1;
}

/** Keeps what is left of a message whose other recipients get one of their own, in the move that sends it. */
export async function updateSplit(db: Database, message: StoredMessage): Promise<void> {
  await db<MessageRow>('messages').where({ id: message.id }).update(contentColumns(message));
}

/** Moves a message on if it is still where it was read; false where something else has moved it since. */
export async function updateState(
  db: Database,
  message: StoredMessage,
  state: MessageState,
  change: { readonly frozen?: FrozenMessage | null; readonly atUtc: number },
): Promise<boolean> {
  const changed = await db<MessageRow>('messages')
    .where({ id: message.id, revision: message.revision, state_detail: JSON.stringify(message.state) })
    .update({
      ...stateColumns(state),
      updated_utc: change.atUtc,
      ...(change.frozen === undefined ? {} : { frozen: change.frozen && JSON.stringify(change.frozen) }),
    });
  return changed === 1;
}

/** Takes a draft off the desk, to be brought back with {@link restoreDraft}; false where it is no draft. */
export async function discardDraft(db: Database, id: string, atUtc: number): Promise<boolean> {
  return (
    (await db<MessageRow>('messages').where({ id, state: 'draft' }).update({ discarded_utc: atUtc })) === 1
  );
}

/** Brings a discarded draft back; gives its matter, or undefined where there is none. */
export async function restoreDraft(db: Database, id: string): Promise<string | undefined> {
  const row = await db<MessageRow>('messages').where({ id }).whereNotNull('discarded_utc').first('matter_id');
  if (row) await db<MessageRow>('messages').where({ id }).update({ discarded_utc: null });
  return row?.matter_id;
}

/** The messages whose time has come, oldest due first. */
export async function listDue(
  db: Database,
  nowUtc: number,
  limit: number,
): Promise<readonly StoredMessage[]> {
  const rows = await db<MessageRow>('messages')
    .where('due_utc', '<=', nowUtc)
    .orderBy('due_utc')
    .limit(limit);
  return rows.map(toMessage);
}

/** When the next message is due, for the runner to sleep until; undefined where nothing waits. */
export async function nextDue(db: Database): Promise<number | undefined> {
  const row = await db<MessageRow>('messages').whereNotNull('due_utc').orderBy('due_utc').first('due_utc');
  return row?.due_utc ?? undefined;
}

export async function listSending(db: Database): Promise<readonly StoredMessage[]> {
  return (await db<MessageRow>('messages').where({ state: 'sending' })).map(toMessage);
}

export interface MessageListItem extends Pick<
  StoredMessage,
  | 'id'
  | 'matterId'
  | 'channel'
  | 'state'
  | 'recipients'
  | 'subject'
  | 'answers'
  | 'blanks'
  | 'frozen'
  | 'updatedUtc'
> {
  readonly matterReference: string;
  readonly matterTitle: string;
  readonly author: string;
  readonly enclosureCount: number;
}

type ListRow = MessageRow & { reference: string; title: string; author: string };

const listed = (db: Database) =>
  db('messages')
    .join('matters', 'matters.id', 'messages.matter_id')
    .join('people', 'people.id', 'messages.author_id')
    .select<ListRow[]>('messages.*', 'matters.reference', 'matters.title', { author: 'people.name' });

const toListItem = (row: ListRow): MessageListItem => {
  const message = toMessage(row);
  return {
    ...message,
    matterReference: row.reference,
    matterTitle: row.title,
    author: row.author,
    enclosureCount: message.enclosures.length,
  };
};

export async function listDraftsOnMatter(
  db: Database,
  matterId: string,
): Promise<readonly MessageListItem[]> {
  const rows = await listed(db)
    .where({ 'messages.matter_id': matterId, discarded_utc: null })
    .whereNot('messages.state', 'sent')
    .orderBy('messages.updated_utc', 'desc');
  return rows.map(toListItem);
}

/** Drafts made from any version of a template, on matters this person may see. */
export async function draftsFromTemplate(
  db: Database,
  templateId: string,
  personId: string,
): Promise<readonly MessageListItem[]> {
  const rows = await listed(db)
    .where({ 'messages.state': 'draft', discarded_utc: null })
    .whereIn(
      'messages.template_version_id',
      db('template_versions').select('id').where({ template_id: templateId }),
    )
    .where(seenBy(db, personId))
    .orderBy('messages.updated_utc', 'desc');
  return rows.map(toListItem);
}

/** States in the out-tray, what wants a person first. */
const OUT_TRAY: readonly MessageStateKind[] = [
  'failed',
  'may-have-gone',
  'deferred',
  'sending',
  'queued',
  'held',
];

/** What is on its way out, on matters this person may see. */
export async function listOutTray(
  db: Database,
  {
    personId,
    limit,
    after,
  }: { readonly personId: string; readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: MessageListItem[]; readonly next: string | null }> {
  const cursor = readCursor(after);
  const found = listed(db)
    .select({ row_seq: 'messages.rowid' })
    .whereIn('messages.state', [...OUT_TRAY])
    .where(seenBy(db, personId))
    .orderBy([
      { column: 'messages.updated_utc', order: 'desc' },
      { column: 'messages.rowid', order: 'desc' },
    ])
    .limit(limit + 1);
  if (cursor) void found.whereRaw('(messages.updated_utc, messages.rowid) < (?, ?)', [...cursor]);
  const rows = (await found) as (ListRow & { row_seq: number })[];
  return toPage(rows, limit, toListItem, (row) => [row.updated_utc, row.row_seq]);
}
