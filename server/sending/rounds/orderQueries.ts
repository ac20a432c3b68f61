import type { Knex } from 'knex';
import type { MessageStateKind } from '../../../core/model/message.ts';
import type { Recipients } from '../../../core/recipients/recipients.ts';
import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import { inList } from '../../platform/database/dialects/sqlite/json.ts';
import { fromJson } from '../../platform/database/json.ts';
import type { Tx } from '../../platform/database/transaction.ts';

/** What lines carry that wait for a second person: below the number of every order. */
export const ASKED = -1;

export const askedLines = (scope: Scope, roundId: string): Promise<string[]> =>
  visible(scope, 'round_messages').where({ round_id: roundId, ordered: ASKED }).pluck<string[]>('id');

/** What was not released is asked for anew. */
export const forgetAsked = (tx: Tx, roundId: string): Promise<number> =>
  tx('round_messages').where({ round_id: roundId, ordered: ASKED }).update({ ordered: 0 });

/** Gives lines the number of the order by which they go. */
export const orderLines = (tx: Tx, ids: readonly string[], ordered: number): Promise<number> =>
  inList(tx('round_messages'), 'id', ids).update({ ordered, handed: false });

/** What has not left its draft goes by no order any more. */
export const forgetOrders = (tx: Tx, roundId: string): Promise<number> =>
  tx('round_messages').where({ round_id: roundId, handed: false }).update({ ordered: 0 });

/** Says by which order a line has left its draft. */
export async function markHanded(tx: Tx, id: string, ordered: number): Promise<void> {
  await tx('round_messages').where({ id }).update({ handed: true, ordered });
}

/** Says that a line is a draft again, to go by the order that it has. */
export async function markTakenBack(tx: Tx, id: string): Promise<void> {
  await tx('round_messages').where({ id }).update({ handed: false });
}

/** How many of an order have left their drafts, each at its place in the line of those that leave. */
export async function countHanded(scope: Scope, roundId: string, ordered: number): Promise<number> {
  const row = await visible(scope, 'round_messages')
    .where({ round_id: roundId, ordered, handed: true })
    .count<{ count: number }[]>({ count: '*' })
    .first();
  return row?.count ?? 0;
}

const inState = (scope: Scope, states: readonly MessageStateKind[]): Knex.QueryBuilder =>
  visible(scope, 'round_messages')
    .join('messages', 'messages.id', 'round_messages.id')
    .whereIn('messages.state', [...states]);

/** The next lines that were ordered and are still drafts. */
export const linesToHand = (scope: Scope, roundId: string, limit: number): Promise<string[]> =>
  visible(scope, 'round_messages')
    .where({ round_id: roundId, handed: false })
    .where('ordered', '>', 0)
    .orderBy('place')
    .limit(limit)
    .pluck<string[]>('round_messages.id');

/** Lines that have left their drafts, and that nobody else can have yet. */
export const linesToTakeBack = (scope: Scope, roundId: string, limit: number): Promise<string[]> =>
  inState(scope, ['held', 'queued'])
    .where({ 'round_messages.round_id': roundId, handed: true })
    .orderBy('place')
    .limit(limit)
    .pluck<string[]>('round_messages.id');

/** When the first of a round leaves; undefined where nothing waits to. */
export async function firstLeaves(scope: Scope, roundId: string): Promise<number | undefined> {
  const row = await visible(scope, 'messages')
    .where({ round_id: roundId, state: 'held' })
    .min<{ first: number | null }[]>({ first: 'due_utc' })
    .first();
  return row?.first ?? undefined;
}

/** Whom a round’s drafts that are ready go to, and on which matters: what is unusual about it is told from these. */
export async function readyToGo(
  scope: Scope,
  roundId: string,
): Promise<
  readonly { readonly responsibleId: string; readonly stageOf: string; readonly to: Recipients['to'] }[]
> {
  const rows = (await inState(scope, ['draft'])
    .join('matters', 'matters.id', 'round_messages.matter_id')
    .where({ 'round_messages.round_id': roundId, stands: 'ready' })
    .select('matters.responsible_id', 'matters.type_id', 'matters.stage', 'messages.recipients')) as {
    responsible_id: string;
    type_id: string;
    stage: string;
    recipients: string;
  }[];
  return rows.map(({ responsible_id, type_id, stage, recipients }) => ({
    responsibleId: responsible_id,
    stageOf: `${type_id} ${stage}`,
    to: fromJson<Recipients>(recipients).to,
  }));
}

/** Those of some rounds whose latest order has not let all of its messages go yet. */
export async function roundsLeftToHand(
  scope: Scope,
  roundIds: readonly string[],
): Promise<ReadonlySet<string>> {
  const ids = await visible(scope, 'round_messages')
    .whereIn('round_id', [...roundIds])
    .where('ordered', '>', 0)
    .where({ handed: false })
    .distinct()
    .pluck<string[]>('round_id');
  return new Set(ids);
}
