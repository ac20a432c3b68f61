import type { Knex } from 'knex';
import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { sql } from '../platform/database/reads.ts';
import type { Scope } from './scope.ts';

/** Every table whose rows hang on a matter, and the column that says on which. */
const HANGS_ON = {
  matters: 'matters.id',
  parties: 'parties.matter_id',
  documents: 'documents.matter_id',
  follow_ups: 'follow_ups.matter_id',
  messages: 'messages.matter_id',
  entries: 'entries.matter_id',
  conversations: 'conversations.matter_id',
  entry_addresses: 'entry_addresses.matter_id',
  matter_names: 'matter_names.matter_id',
  round_messages: 'round_messages.matter_id',
  routine_runs: 'routine_runs.matter_id',
  chases: 'chases.matter_id',
  invitations: 'invitations.matter_id',
  answer_pages: 'answer_pages.matter_id',
  offered_values: 'offered_values.matter_id',
  figure_answers: 'figure_answers.matter_id',
  figure_uses: 'figure_uses.matter_id',
} as const;

type MatterTable = keyof typeof HANGS_ON;

/**
 * Restricted matters do not exist for those who may not see them: theirs are the open ones, those they are responsible for,
 * and those they were given. The hidden ones are few, so that a query leaves them out rather than looking for the others.
 */
export function hiddenFrom(scope: Scope): Knex.QueryBuilder | undefined {
  const { actor } = scope;
  if (actor.kind === 'system') return undefined;
  const db = sql(scope);
  return db('matters as hidden')
    .select('hidden.id')
    .where('hidden.restricted', true)
    .whereNot('hidden.responsible_id', actor.id)
    .whereNotIn('hidden.id', db('matter_access').select('matter_id').where({ person_id: actor.id }));
}

/** Leaves out of any query what hangs on a matter that the actor may not see, by the column that names the matter. */
export function seen<Q extends Knex.QueryBuilder>(scope: Scope, query: Q, column: string): Q {
  const hidden = hiddenFrom(scope);
  if (hidden) void query.whereNotIn(column, hidden);
  return query;
}

/** The rows of such a table, as far as the actor may see them: the only way that a query reaches one. */
export const visible = <Row extends object = Record<string, unknown>>(
  scope: Scope,
  table: MatterTable,
): Knex.QueryBuilder<Row, Row[]> => seen(scope, sql(scope)<Row, Row[]>(table), HANGS_ON[table]);

/**
 * The rows of such a table that do not exist for the actor, to be taken off what was counted of all: nothing of them may be
 * told. Undefined where all of them may be seen.
 */
export function unseen(scope: Scope, table: MatterTable): Knex.QueryBuilder | undefined {
  const hidden = hiddenFrom(scope);
  return hidden && sql(scope)(table).whereIn(HANGS_ON[table], hidden);
}

/** The matters of the practice that the actor may see: the general file is none of them. */
export const ordinaryMatters = <Row extends object = Record<string, unknown>>(
  scope: Scope,
): Knex.QueryBuilder<Row, Row[]> =>
  visible<Row>(scope, 'matters').whereNot('matters.id', GENERAL_FILE) as Knex.QueryBuilder<Row, Row[]>;

export async function isVisible(scope: Scope, matterId: string): Promise<boolean> {
  return (await visible(scope, 'matters').where('matters.id', matterId).first('matters.seq')) !== undefined;
}

/** The matters that are not there for the actor: a few, for what is held apart from the database. */
export async function hiddenIds(scope: Scope): Promise<ReadonlySet<string>> {
  return new Set(await hiddenFrom(scope)?.pluck<string[]>('hidden.id'));
}

/** Whether the actor may see every one of some matters. */
export async function allVisible(scope: Scope, matterIds: readonly string[]): Promise<boolean> {
  const hidden = await hiddenIds(scope);
  return !matterIds.some((id) => hidden.has(id));
}
