import type { ChangeMatter } from '../../../contract/matterTypes.ts';
import type { RoutineContent } from '../../../core/routines/index.ts';
import type { SendOptions } from '../../../core/template/template.ts';
import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import { fromJson } from '../../platform/database/json.ts';
import { sql } from '../../platform/database/reads.ts';
import type { Reads } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import { listLatest } from '../versionedQueries.ts';
import type { Left, StoredRoutine, StoredRun } from './routine.ts';

/** Routines in their latest version, in the order they were made. */
export async function listRoutines(
  reads: Reads,
  { withRetired = false }: { readonly withRetired?: boolean } = {},
): Promise<readonly StoredRoutine[]> {
  const latest = await listLatest<RoutineContent>(reads, 'routine', { withRetired });
  const perDay = new Map(
    (
      await sql(reads)('routines').select<{ id: string; n: number | null }[]>('id', 'unasked_per_day as n')
    ).map(({ id, n }) => [id, n]),
  );
  return latest.map((one) => ({ ...one, unaskedPerDay: perDay.get(one.id) ?? null }));
}

export const findRoutine = async (reads: Reads, id: string): Promise<StoredRoutine | undefined> =>
  (await listRoutines(reads, { withRetired: true })).find((one) => one.id === id);

/** Lets a routine run by itself so often a day, or with null by a press alone. */
export async function setUnasked(tx: Tx, id: string, perDay: number | null): Promise<void> {
  await tx('routines').where({ id }).update({ unasked_per_day: perDay });
}

/** How often each was run on matters that the actor may see. */
export async function countRuns(scope: Scope): Promise<ReadonlyMap<string, number>> {
  const rows = await visible(scope, 'routine_runs')
    .where({ undone_utc: null, hindered: null })
    .groupBy('routine_id')
    .select<{ id: string; n: number }[]>('routine_id as id', sql(scope).raw('count(*) as n'));
  return new Map(rows.map(({ id, n }) => [id, n]));
}

export async function insertRun(
  tx: Tx,
  run: Omit<StoredRun, 'name' | 'undoneUtc'>,
  versionId: string,
): Promise<void> {
  await tx('routine_runs').insert({
    id: run.id,
    routine_id: run.routineId,
    version_id: versionId,
    matter_id: run.matterId,
    person_id: run.personId,
    unasked: run.unasked,
    occasion: run.occasion,
    at_utc: run.atUtc,
    did: JSON.stringify(run.did),
    undo: run.undo && JSON.stringify(run.undo),
    hindered: run.hindered && JSON.stringify(run.hindered),
  });
}

interface RunRow {
  readonly id: string;
  readonly routine_id: string;
  readonly content: string;
  readonly matter_id: string;
  readonly person_id: string;
  readonly unasked: number;
  readonly occasion: string;
  readonly at_utc: number;
  readonly did: string;
  readonly undo: string | null;
  readonly hindered: string | null;
  readonly undone_utc: number | null;
}

const toRun = (row: RunRow): StoredRun => ({
  id: row.id,
  routineId: row.routine_id,
  name: fromJson<RoutineContent>(row.content).name,
  matterId: row.matter_id,
  personId: row.person_id,
  unasked: Boolean(row.unasked),
  occasion: row.occasion,
  atUtc: row.at_utc,
  did: fromJson<Left>(row.did),
  undo: row.undo === null ? null : fromJson<ChangeMatter>(row.undo),
  hindered: row.hindered === null ? null : fromJson<NonNullable<StoredRun['hindered']>>(row.hindered),
  undoneUtc: row.undone_utc,
});

const runs = (scope: Scope) =>
  visible(scope, 'routine_runs')
    .join('routine_versions', 'routine_versions.id', 'routine_runs.version_id')
    .select<RunRow[]>('routine_runs.*', 'routine_versions.content');

export async function findRun(scope: Scope, id: string): Promise<StoredRun | undefined> {
  const [row] = await runs(scope).where('routine_runs.id', id);
  return row && toRun(row);
}

/** What was run on a matter, the latest first. */
export async function runsOn(scope: Scope, matterId: string, limit: number): Promise<readonly StoredRun[]> {
  const rows = await runs(scope)
    .where({ matter_id: matterId })
    .orderBy('routine_runs.seq', 'desc')
    .limit(limit);
  return rows.map(toRun);
}

/** What ran, or was to run, without a press since a moment, the latest first. */
export async function unaskedRuns(
  scope: Scope,
  {
    sinceUtc,
    limit,
    personId,
  }: { readonly sinceUtc: number; readonly limit: number; readonly personId?: string },
): Promise<readonly StoredRun[]> {
  const query = runs(scope)
    .where({ unasked: true })
    .where('at_utc', '>=', sinceUtc)
    .orderBy('routine_runs.seq', 'desc')
    .limit(limit);
  if (personId !== undefined) void query.where('routine_runs.person_id', personId);
  return (await query).map(toRun);
}

/** Takes a run as undone; false where it already was. */
export async function markUndone(tx: Tx, id: string, atUtc: number): Promise<boolean> {
  return (await tx('routine_runs').where({ id, undone_utc: null }).update({ undone_utc: atUtc })) === 1;
}

interface TakenRow {
  readonly routine: string;
  readonly matter: string;
  readonly occasion: string;
}

/** Occasions for which something was run on some matters and stayed: `routine matter occasion`. What could only not be run unasked is offered on. */
export async function occasionsTaken(
  scope: Scope,
  matterIds: readonly string[],
  { withHindered = false }: { readonly withHindered?: boolean } = {},
): Promise<ReadonlySet<string>> {
  const query = visible(scope, 'routine_runs')
    .whereIn('matter_id', [...matterIds])
    .whereNot({ occasion: '' })
    .whereNull('undone_utc');
  if (!withHindered) void query.whereNull('hindered');
  const rows: TakenRow[] = await query.select({
    routine: 'routine_id',
    matter: 'matter_id',
    occasion: 'occasion',
  });
  return new Set(rows.map((one: TakenRow) => takenKey(one.routine, one.matter, one.occasion)));
}

export const takenKey = (routineId: string, matterId: string, occasion: string): string =>
  `${routineId} ${matterId} ${occasion}`;

/** How often a routine ran unasked since a moment. */
export async function countUnasked(scope: Scope, routineId: string, sinceUtc: number): Promise<number> {
  const row = await visible(scope, 'routine_runs')
    .where({ routine_id: routineId, unasked: true, hindered: null })
    .where('at_utc', '>=', sinceUtc)
    .count<{ n: number }[]>({ n: '*' })
    .first();
  return (row as { n: number } | undefined)?.n ?? 0;
}

export interface OpenQuestion {
  readonly matterId: string;
  readonly entryId: string;
  readonly occurredAtUtc: number;
  readonly outCount: number;
  readonly inCount: number;
  readonly expects: number | null;
}

/** Conversations on some matters whose last word is ours. */
export const lastWordOurs = (scope: Scope, matterIds: readonly string[]): Promise<OpenQuestion[]> =>
  visible(scope, 'conversations')
    .whereIn('matter_id', [...matterIds])
    .where({ last_direction: 'out' })
    .select<OpenQuestion[]>({
      matterId: 'matter_id',
      entryId: 'last_entry_id',
      occurredAtUtc: 'last_utc',
      outCount: 'out_count',
      inCount: 'in_count',
      expects: 'last_expects',
    });

export async function deleteFollowUps(tx: Tx, ids: readonly string[]): Promise<void> {
  if (ids.length > 0)
    await tx('follow_ups')
      .whereIn('id', [...ids])
      .delete();
}

/** Whether a document came with mail that a machine sent: nothing is to answer that by itself (RFC 3834 §2). */
export async function cameAutomatically(
  scope: Scope,
  matterId: string,
  documentId: string,
): Promise<boolean> {
  const document = await visible(scope, 'documents')
    .where({ id: documentId })
    .first<{ blob: string } | undefined>('blob');
  if (!document) return false;
  const found = await visible(scope, 'entries')
    .where({ matter_id: matterId, direction: 'in' })
    .whereExists(
      sql(scope)('incoming')
        .whereRaw('incoming.raw_blob = entries.raw_blob')
        .where({ automatic: true })
        .select('incoming.id'),
    )
    .whereLike('attachments', `%${document.blob}%`)
    .first('seq');
  return found !== undefined;
}

/** Whether what was sent went without a press. */
export async function wentUnasked(scope: Scope, entryId: string): Promise<boolean> {
  const row = await visible(scope, 'entries')
    .join('messages', 'messages.id', 'entries.message_id')
    .where('entries.id', entryId)
    .first<{ options: string } | undefined>({ options: 'messages.send_options' });
  return row !== undefined && fromJson<SendOptions>(row.options).unasked === true;
}
