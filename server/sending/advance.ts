import { canMove, needsPerson } from '../../core/model/message.ts';
import type { MessageState } from '../../core/model/message.ts';
import type { Office } from '../app/services.ts';
import { insertAuditEvent } from '../access/auditQueries.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { updateState } from './queries.ts';
import type { FrozenMessage, StoredMessage } from '../messages/message.ts';

/** The message was moved by somebody else meanwhile; nothing was changed. */
export class MovedMeanwhile extends Error {}

export interface Move {
  readonly to: MessageState;
  /** Who asked for it; null where the application goes on by itself. */
  readonly personId: string | null;
  readonly frozen?: FrozenMessage | null;
  /** What else belongs to this move, in the same transaction: filing, for one. */
  readonly along?: (tx: Database) => Promise<void>;
}

/**
 * The only way a message's state changes: an allowed move, one transaction, with its audit event. Throws
 * {@link MovedMeanwhile} where the message is no longer where it was read.
 */
export async function advance(office: Office, message: StoredMessage, move: Move): Promise<StoredMessage> {
  const { to, personId, along } = move;
  const from = message.state.kind;
  if (!canMove(from, to.kind)) throw new Error(`no move from ${from} to ${to.kind}`);
  if (personId === null && needsPerson(from, to.kind))
    throw new Error(`only a person moves ${from} to ${to.kind}`);
  const atUtc = office.now();
  await office.db.transaction(async (tx) => {
    const change = { atUtc, ...(move.frozen === undefined ? {} : { frozen: move.frozen }) };
    if (!(await updateState(tx, message, to, change))) throw new MovedMeanwhile(message.id);
    await along?.(tx);
    await insertAuditEvent(tx, {
      atUtc,
      personId,
      what: `message.${to.kind}`,
      subjectKind: 'message',
      subjectId: message.id,
      detail: { from },
    });
  });
  office.changes.tell({ kind: 'message', id: message.id, matterId: message.matterId });
  return { ...message, state: to, ...(move.frozen === undefined ? {} : { frozen: move.frozen }) };
}
