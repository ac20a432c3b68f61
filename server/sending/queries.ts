import type { Knex } from 'knex';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { visible } from '../access/visibleQueries.ts';
import type { StoredMessage, FrozenMessage, MessageListItem } from '../messages/message.ts';
import { contentColumns, stateColumns, toMessage, listed, toListItem } from '../messages/queries.ts';
import type { MessageRow, ListRow } from '../messages/queries.ts';
import type { MessageState, MessageStateKind } from '../../core/model/message.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';

/** Keeps what is left of a message whose other recipients get one of their own, in the move that sends it. */
export async function updateSplit(tx: Tx, message: StoredMessage): Promise<void> {
  await tx<MessageRow>('messages').where({ id: message.id }).update(contentColumns(message));
}

/** Moves a message on if it is still where it was read; false where something else has moved it since. */
export async function updateState(
  tx: Tx,
  message: StoredMessage,
  state: MessageState,
  change: { readonly frozen?: FrozenMessage | null; readonly atUtc: number },
): Promise<boolean> {
  const changed = await tx<MessageRow>('messages')
    .where({ id: message.id, revision: message.revision, state_detail: JSON.stringify(message.state) })
    .update({
      ...stateColumns(state),
      updated_utc: change.atUtc,
      ...(change.frozen === undefined ? {} : { frozen: change.frozen && JSON.stringify(change.frozen) }),
    });
  return changed === 1;
}

/** Asked of each row, so that messages are gone along in the order in which they are due: the first few are wanted, of thousands. */
const OF_A_ROUND = "coalesce(messages.round_id, '') <> ''";

/** Leaves out what belongs to a round that does not go now: it comes back to its draft. */
function notHeldBack(scope: Scope, found: Knex.QueryBuilder<MessageRow, MessageRow[]>): typeof found {
  const db = sql(scope);
  return found.whereNotExists(
    db('rounds')
      .join('round_messages', 'round_messages.round_id', 'rounds.id')
      .whereRaw('round_messages.id = messages.id')
      .where('round_messages.handed', true)
      .whereIn('rounds.state', ['paused', 'stopped'])
      .select(db.raw('1')),
  );
}

/** The messages whose time has come, oldest due first: those that a person sent by itself, or those of rounds. */
export async function listDue(
  scope: Scope,
  nowUtc: number,
  limit: number,
  of: 'singles' | 'rounds',
): Promise<readonly StoredMessage[]> {
  const found = visible<MessageRow>(scope, 'messages')
    .where('due_utc', '<=', nowUtc)
    .orderBy('due_utc')
    .limit(limit);
  if (of === 'singles') return (await found.whereNull('messages.round_id')).map(toMessage);
  return (await notHeldBack(scope, found.whereRaw(OF_A_ROUND))).map(toMessage);
}

/** When the next message is due, for the runner to sleep until; undefined where nothing waits. */
export async function nextDue(scope: Scope): Promise<number | undefined> {
  const first = (): Knex.QueryBuilder<MessageRow, MessageRow[]> =>
    visible<MessageRow>(scope, 'messages').whereNotNull('due_utc').orderBy('due_utc');
  const single = await first().whereNull('messages.round_id').first('due_utc');
  const ofRound = await notHeldBack(scope, first().whereRaw(OF_A_ROUND)).first('due_utc');
  const dues = [single?.due_utc, ofRound?.due_utc].filter((due) => due !== undefined && due !== null);
  return dues.length === 0 ? undefined : Math.min(...dues);
}

export async function listSending(scope: Scope): Promise<readonly StoredMessage[]> {
  return (await visible<MessageRow>(scope, 'messages').where({ state: 'sending' })).map(toMessage);
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

const WANTS_SOMEBODY: readonly MessageStateKind[] = ['failed', 'may-have-gone'];

/** When a message leaves; what waits for a person, or is just leaving, stands before all. */
const LEAVES = 'coalesce(messages.due_utc, 0)';

/** What is on its way out, in the order of leaving, on matters the actor may see. */
export async function listOutTray(
  scope: Scope,
  { limit, after }: { readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: MessageListItem[]; readonly next: string | null }> {
  const cursor = readCursor(after);
  const found = listed(scope)
    .whereIn('messages.state', [...OUT_TRAY])
    // What goes by a round stands there; here, where somebody must look.
    .where((one) => {
      void one.whereNull('messages.round_id').orWhereIn('messages.state', [...WANTS_SOMEBODY]);
    })
    .select({ leaves: sql(scope).raw(LEAVES) })
    .orderByRaw(`${LEAVES}, messages.seq`)
    .limit(limit + 1);
  if (cursor) void found.whereRaw(`(${LEAVES}, messages.seq) > (?, ?)`, [...cursor]);
  type Row = ListRow & { readonly leaves: number };
  return toPage((await found) as Row[], limit, toListItem, (row) => [row.leaves, row.seq]);
}
