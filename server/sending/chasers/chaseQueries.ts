import type { Knex } from 'knex';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import type { ChaseEnd } from '../../../core/routines/index.ts';
import type { Answers } from '../../../core/template/blanks.ts';
import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import type { EntryPeople } from '../../correspondence/entry.ts';
import { fromJson } from '../../platform/database/json.ts';
import { sql } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import type { Hindrance, StoredChase, Went } from './chase.ts';

interface ChaseRow {
  readonly id: string;
  readonly plan_id: string;
  readonly matter_id: string;
  readonly entry_id: string;
  readonly person_id: string;
  readonly started_on: PlainDate;
  readonly started_utc: number;
  readonly steps_done: number;
  readonly answers: string;
  readonly went: string;
  readonly hindered: string | null;
  readonly ended_utc: number | null;
  readonly ended_why: ChaseEnd | null;
}

const toChase = (row: ChaseRow): StoredChase => ({
  id: row.id,
  planId: row.plan_id,
  matterId: row.matter_id,
  entryId: row.entry_id,
  personId: row.person_id,
  startedOn: row.started_on,
  startedUtc: row.started_utc,
  stepsDone: row.steps_done,
  answers: fromJson<Answers>(row.answers),
  went: fromJson<readonly Went[]>(row.went),
  hindered: row.hindered === null ? null : fromJson<readonly Hindrance[]>(row.hindered),
  ended: row.ended_utc === null || !row.ended_why ? null : { why: row.ended_why, atUtc: row.ended_utc },
});

export async function insertChase(tx: Tx, chase: StoredChase): Promise<void> {
  await tx('chases').insert({
    id: chase.id,
    plan_id: chase.planId,
    matter_id: chase.matterId,
    entry_id: chase.entryId,
    person_id: chase.personId,
    started_on: chase.startedOn,
    started_utc: chase.startedUtc,
    steps_done: chase.stepsDone,
    answers: JSON.stringify(chase.answers),
    went: JSON.stringify(chase.went),
    hindered: chase.hindered && JSON.stringify(chase.hindered),
    ended_utc: chase.ended?.atUtc ?? null,
    ended_why: chase.ended?.why ?? null,
  });
}

export async function findChase(scope: Scope, id: string): Promise<StoredChase | undefined> {
  const row = await visible<ChaseRow>(scope, 'chases').where({ id }).first();
  return row && toChase(row);
}

async function chases(
  scope: Scope,
  narrow: (query: Knex.QueryBuilder) => void,
): Promise<readonly StoredChase[]> {
  const query = visible(scope, 'chases').orderBy('chases.seq').select('chases.*');
  narrow(query);
  return ((await query) as unknown as ChaseRow[]).map(toChase);
}

/** Those under way, the longest first; of a person or a matter where one is named. */
export const chasesUnderWay = (
  scope: Scope,
  {
    personId,
    matterId,
    entryId,
  }: { readonly personId?: string; readonly matterId?: string; readonly entryId?: string } = {},
): Promise<readonly StoredChase[]> =>
  chases(scope, (query) => {
    void query.whereNull('chases.ended_utc');
    if (personId !== undefined) void query.where('chases.person_id', personId);
    if (matterId !== undefined) void query.where('chases.matter_id', matterId);
    if (entryId !== undefined) void query.where('chases.entry_id', entryId);
  });

/** All of a matter, ended ones among them. */
export const chasesOn = (scope: Scope, matterId: string): Promise<readonly StoredChase[]> =>
  chases(scope, (query) => {
    void query.where('chases.matter_id', matterId);
  });

/** Moves one on, if it is where it was read and has not ended; false where something else has moved it. */
export async function moveChase(
  tx: Tx,
  { id, stepsDone }: Pick<StoredChase, 'id' | 'stepsDone'>,
  to: {
    readonly stepsDone?: number;
    readonly went?: readonly Went[];
    readonly hindered?: readonly Hindrance[] | null;
    readonly ended?: NonNullable<StoredChase['ended']>;
  },
): Promise<boolean> {
  const moved = await tx('chases')
    .where({ id, steps_done: stepsDone, ended_utc: null })
    .update({
      ...(to.stepsDone === undefined ? {} : { steps_done: to.stepsDone }),
      ...(to.went === undefined ? {} : { went: JSON.stringify(to.went) }),
      ...(to.hindered === undefined ? {} : { hindered: to.hindered && JSON.stringify(to.hindered) }),
      ...(to.ended === undefined ? {} : { ended_utc: to.ended.atUtc, ended_why: to.ended.why }),
    });
  return moved === 1;
}

export async function countUnderWay(scope: Scope): Promise<ReadonlyMap<string, number>> {
  const rows: { id: string; n: number }[] = await visible(scope, 'chases')
    .whereNull('ended_utc')
    .groupBy('plan_id')
    .select('plan_id as id', sql(scope).raw('count(*) as n'));
  return new Map(rows.map(({ id, n }) => [id, n]));
}

interface HeardRow {
  readonly conversation_id: string;
  readonly people: string;
}

/** What a person, not a machine, sent to a matter since a moment. */
export async function heardSince(
  scope: Scope,
  matterId: string,
  sinceUtc: number,
): Promise<readonly { readonly conversationId: string; readonly from: string }[]> {
  const rows: HeardRow[] = await visible(scope, 'entries')
    .where({ matter_id: matterId, direction: 'in' })
    .where('occurred_utc', '>=', sinceUtc)
    .whereNotExists(
      sql(scope)('incoming')
        .whereRaw('incoming.raw_blob = entries.raw_blob')
        .where({ automatic: true })
        .select('incoming.id'),
    )
    .select('conversation_id', 'people');
  return rows.map((row) => ({
    conversationId: row.conversation_id,
    from: fromJson<EntryPeople>(row.people).from.address,
  }));
}

export async function conversationOfEntry(scope: Scope, entryId: string): Promise<string | undefined> {
  const row = await visible(scope, 'entries')
    .where({ id: entryId })
    .first<{ conversation_id: string } | undefined>('conversation_id');
  return row?.conversation_id;
}
