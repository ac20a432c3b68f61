import { canMove, needsPerson } from '../../core/model/message.ts';
import type { MessageState } from '../../core/model/message.ts';
import { changing } from '../access/change.ts';
import type { Change, ChangeServices } from '../access/change.ts';
import type { Scope } from '../access/scope.ts';
import type { FrozenMessage, StoredMessage } from '../messages/message.ts';
import { updateState } from './queries.ts';

/** The message was moved by somebody else meanwhile; nothing was changed. */
export class MovedMeanwhile extends Error {}

export interface Move {
  readonly to: MessageState;
  /** What it is on the way there: two allowed moves, kept and audited together. */
  readonly through?: MessageState;
  readonly frozen?: FrozenMessage | null;
  /** What else belongs to this move, in the same transaction: filing, for one. */
  readonly along?: (change: Change) => Promise<void>;
}

/**
 * The only way a message's state changes: an allowed move, one transaction, with its audit event. Throws
 * {@link MovedMeanwhile} where the message is no longer where it was read.
 */
export async function advance(
  services: ChangeServices,
  scope: Scope,
  message: StoredMessage,
  { to, through, frozen, along }: Move,
): Promise<StoredMessage> {
  const steps = [message.state, ...(through ? [through] : []), to].map(({ kind }) => kind);
  const moves = steps.slice(1).map((kind, at) => ({ from: steps[at] ?? kind, kind }));
  for (const { from, kind } of moves) {
    if (!canMove(from, kind)) throw new Error(`no move from ${from} to ${kind}`);
    if (scope.actor.kind === 'system' && needsPerson(from, kind))
      throw new Error(`only a person moves ${from} to ${kind}`);
  }
  const anew = frozen === undefined ? {} : { frozen };
  await changing(services, scope, async (change) => {
    const { tx, audit, tell, atUtc } = change;
    if (!(await updateState(tx, message, to, { atUtc, ...anew }))) throw new MovedMeanwhile(message.id);
    await along?.(change);
    for (const { from, kind } of moves) await audit(`message.${kind}`, 'message', message.id, { from });
    tell({ kind: 'message', id: message.id, matterId: message.matterId });
  });
  return { ...message, state: to, ...anew };
}
