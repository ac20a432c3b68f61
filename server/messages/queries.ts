import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { visible } from '../access/visibleQueries.ts';
import type { Channel } from '../../core/model/channel.ts';
import type { MessageStateKind, MessageState } from '../../core/model/message.ts';
import type { StoredMessage, StoredEnclosure, FrozenMessage, MessageListItem } from './message.ts';
import { asId } from '../../core/model/ids.ts';
import type { MessageId, MatterId, PersonId } from '../../core/model/ids.ts';
import { nextSeq } from '../platform/database/dialects/sqlite/expressions.ts';
import { fromJson } from '../platform/database/json.ts';
import type { Recipients } from '../../core/recipients/recipients.ts';
import type { InlineDocument, DocumentNode } from '../../core/template/document.ts';
import type { BlankDefinition, Answers } from '../../core/template/blanks.ts';
import type { SendOptions } from '../../core/template/template.ts';

export interface MessageRow {
  seq: number;
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
  send_options: string;
  references: string;
  discarded_utc: number | null;
  frozen: string | null;
  created_utc: number;
  updated_utc: number;
  round_id: string | null;
}

export const toMessage = (row: MessageRow): StoredMessage => ({
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
  sendOptions: fromJson<SendOptions>(row.send_options),
  references: fromJson<readonly string[]>(row.references),
  frozen: row.frozen === null ? null : fromJson<FrozenMessage>(row.frozen),
  createdUtc: row.created_utc,
  updatedUtc: row.updated_utc,
  ...(row.round_id === null ? {} : { roundId: row.round_id }),
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

export const stateColumns = (state: MessageState) => ({
  state: state.kind,
  state_detail: JSON.stringify(state),
  due_utc: dueOf(state),
});

export const contentColumns = (message: StoredMessage) => ({
  recipients: JSON.stringify(message.recipients),
  subject: JSON.stringify(message.subject),
  body: JSON.stringify(message.body),
  blanks: JSON.stringify(message.blanks),
  answers: JSON.stringify(message.answers),
  enclosures: JSON.stringify(message.enclosures),
  send_options: JSON.stringify(message.sendOptions),
  references: JSON.stringify(message.references),
});

export async function insertMessage(tx: Tx, message: StoredMessage): Promise<void> {
  await tx<MessageRow>('messages').insert({
    id: message.id,
    seq: nextSeq(tx, 'messages') as unknown as number,
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
    round_id: message.roundId ?? null,
  });
}

export async function findMessage(scope: Scope, id: string): Promise<StoredMessage | undefined> {
  const row = await visible<MessageRow>(scope, 'messages').where({ id, discarded_utc: null }).first();
  return row && toMessage(row);
}

/** Keeps a draft's content if nobody has changed it since `revision`; false where somebody has. */
export async function updateDraft(tx: Tx, message: StoredMessage, revision: number): Promise<boolean> {
  const changed = await tx<MessageRow>('messages')
    .where({ id: message.id, revision, state: 'draft', discarded_utc: null })
    .update({
      ...contentColumns(message),
      template_version_id: message.templateVersionId,
      revision: revision + 1,
      updated_utc: message.updatedUtc,
    });
  return changed === 1;
}

/** Takes a draft off the desk, to be brought back with {@link restoreDraft}; false where it is no draft. */
export async function discardDraft(tx: Tx, id: string, atUtc: number): Promise<boolean> {
  return (
    (await tx<MessageRow>('messages').where({ id, state: 'draft' }).update({ discarded_utc: atUtc })) === 1
  );
}

/** The matter of a discarded draft; undefined where there is none. */
export async function findDiscarded(scope: Scope, id: string): Promise<string | undefined> {
  const row = await visible<MessageRow>(scope, 'messages')
    .where({ id })
    .whereNotNull('discarded_utc')
    .first('matter_id');
  return row?.matter_id;
}

/** Brings a discarded draft back. */
export async function restoreDraft(tx: Tx, id: string): Promise<void> {
  await tx<MessageRow>('messages').where({ id }).update({ discarded_utc: null });
}

export type ListRow = MessageRow & { reference: string; title: string; author: string };

export const listed = (scope: Scope) =>
  visible(scope, 'messages')
    .join('matters', 'matters.id', 'messages.matter_id')
    .join('people', 'people.id', 'messages.author_id')
    .select<ListRow[]>('messages.*', 'matters.reference', 'matters.title', { author: 'people.name' });

export const toListItem = (row: ListRow): MessageListItem => {
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
  scope: Scope,
  matterId: string,
): Promise<readonly MessageListItem[]> {
  const rows = await listed(scope)
    .where({ 'messages.matter_id': matterId, discarded_utc: null })
    .whereNot('messages.state', 'sent')
    .orderBy('messages.updated_utc', 'desc');
  return rows.map(toListItem);
}

/** Drafts made from any version of a template, on matters this person may see. */
export async function draftsFromTemplate(
  scope: Scope,
  templateId: string,
): Promise<readonly MessageListItem[]> {
  const rows = await listed(scope)
    .where({ 'messages.state': 'draft', discarded_utc: null })
    .whereIn(
      'messages.template_version_id',
      sql(scope)('template_versions').select('id').where({ template_id: templateId }),
    )
    .orderBy('messages.updated_utc', 'desc');
  return rows.map(toListItem);
}
