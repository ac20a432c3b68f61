import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import type { RoundSet } from '../../../contract/rounds.ts';
import { readCursor, toPage } from '../../platform/database/cursor.ts';
import { fromJson } from '../../platform/database/json.ts';
import { sql } from '../../platform/database/reads.ts';
import type { Reads } from '../../platform/database/reads.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import type { AskedOrder, RoundOptions, RoundState, SendOrder, StoredRound } from './round.ts';

interface RoundRow {
  readonly seq: number;
  readonly id: string;
  readonly name: string;
  readonly author_id: string;
  readonly template_id: string;
  readonly template_version_id: string;
  readonly state: RoundState;
  readonly goes_to: string;
  readonly options: string;
  readonly sending: string | null;
  readonly asked: string | null;
  readonly released: string | null;
  readonly problem: StoredRound['problem'];
  readonly largest: number;
  readonly made_utc: number;
  readonly again_on: number | null;
  readonly again_last: string | null;
  readonly again_of: string | null;
  readonly deleted_utc: number | null;
}

const toRound = (row: RoundRow): StoredRound => ({
  id: row.id,
  seq: row.seq,
  name: row.name,
  authorId: row.author_id,
  templateId: row.template_id,
  templateVersionId: row.template_version_id,
  state: row.state,
  set: fromJson<RoundSet>(row.goes_to),
  options: fromJson<RoundOptions>(row.options),
  sending: row.sending === null ? null : fromJson<SendOrder>(row.sending),
  asked: row.asked === null ? null : fromJson<AskedOrder>(row.asked),
  released: row.released === null ? null : fromJson<NonNullable<StoredRound['released']>>(row.released),
  problem: row.problem,
  largest: row.largest,
  madeUtc: row.made_utc,
  againOn: row.again_on,
  againLast: row.again_last,
  againOf: row.again_of,
});

const json = (value: unknown): string | null => (value === null ? null : JSON.stringify(value));

export async function insertRound(tx: Tx, round: Omit<StoredRound, 'seq'>): Promise<void> {
  await tx('rounds').insert({
    id: round.id,
    name: round.name,
    author_id: round.authorId,
    template_id: round.templateId,
    template_version_id: round.templateVersionId,
    state: round.state,
    goes_to: JSON.stringify(round.set),
    options: JSON.stringify(round.options),
    sending: json(round.sending),
    asked: json(round.asked),
    released: json(round.released),
    problem: round.problem,
    largest: round.largest,
    made_utc: round.madeUtc,
    again_on: round.againOn,
    again_last: round.againLast,
    again_of: round.againOf,
  });
}

export async function findRound(reads: Reads, id: string): Promise<StoredRound | undefined> {
  const row = await sql(reads)<RoundRow>('rounds').where({ id, deleted_utc: null }).first();
  return row && toRound(row);
}

/** Rounds, the newest first. */
export async function listRounds(
  reads: Reads,
  { limit, after }: { readonly limit: number; readonly after: string | undefined },
): Promise<{ readonly items: StoredRound[]; readonly next: string | null }> {
  const found = sql(reads)<RoundRow>('rounds')
    .where({ deleted_utc: null })
    .orderBy('seq', 'desc')
    .limit(limit + 1);
  const cursor = readCursor(after);
  if (cursor) void found.where('seq', '<', cursor[1]);
  return toPage(await found, limit, toRound, ({ seq }) => [seq, seq]);
}

type RoundChange = Partial<
  Pick<
    StoredRound,
    'name' | 'state' | 'set' | 'options' | 'sending' | 'asked' | 'released' | 'problem' | 'largest'
  >
>;

/** Changes a round if it is still in one of some states; false where it is not. */
export async function updateRound(
  tx: Tx,
  id: string,
  from: readonly RoundState[],
  { set, options, sending, asked, released, ...plain }: RoundChange,
): Promise<boolean> {
  const columns = {
    ...plain,
    ...(set === undefined ? {} : { goes_to: JSON.stringify(set) }),
    ...(options === undefined ? {} : { options: JSON.stringify(options) }),
    ...(sending === undefined ? {} : { sending: json(sending) }),
    ...(asked === undefined ? {} : { asked: json(asked) }),
    ...(released === undefined ? {} : { released: json(released) }),
  };
  const found = tx('rounds')
    .where({ id, deleted_utc: null })
    .whereIn('state', [...from]);
  return (await found.update(columns)) === 1;
}

/** Says on which day of each month a round is prepared again, and for which month that is done with. */
export async function setAgain(
  tx: Tx,
  id: string,
  { againOn, againLast }: Pick<StoredRound, 'againOn' | 'againLast'>,
): Promise<void> {
  await tx('rounds').where({ id }).update({ again_on: againOn, again_last: againLast });
}

/** Takes a month as done with; false where it already was. */
export async function takeMonth(tx: Tx, id: string, month: string): Promise<boolean> {
  const taken = await tx('rounds')
    .where({ id, deleted_utc: null })
    .whereNotNull('again_on')
    .where((before) => {
      void before.whereNull('again_last').orWhere('again_last', '<', month);
    })
    .update({ again_last: month });
  return taken === 1;
}

/** Rounds that are prepared again each month. */
export async function monthlyRounds(reads: Reads): Promise<readonly StoredRound[]> {
  const rows = await sql(reads)<RoundRow>('rounds').whereNotNull('again_on').where({ deleted_utc: null });
  return rows.map(toRound);
}

export async function deleteRound(tx: Tx, id: string, atUtc: number): Promise<void> {
  await tx('rounds').where({ id }).update({ deleted_utc: atUtc });
}

/** Rounds that may have something left to do: what a start goes on with. */
export function roundsUnderWay(scope: Scope): Promise<string[]> {
  const lines = () =>
    visible(scope, 'round_messages').whereRaw('round_messages.round_id = rounds.id').select('id');
  return sql(scope)('rounds')
    .where({ deleted_utc: null })
    .where((either) => {
      void either
        .whereExists(lines().where({ stale: true }))
        .orWhereExists(lines().where('ordered', '>', 0).where({ handed: false }))
        .orWhere((halted) => {
          // What was halted comes back to its drafts.
          void halted.whereIn('state', ['paused', 'stopped']).whereExists(lines().where({ handed: true }));
        });
    })
    .orderBy('seq')
    .pluck<string[]>('id');
}

/** The most messages that one order of any other round sent; undefined where none was sent yet. */
export async function largestBefore(reads: Reads, butOf: string): Promise<number | undefined> {
  const row = await sql(reads)('rounds')
    .whereNot({ id: butOf })
    .where('largest', '>', 0)
    .max<{ largest: number | null }[]>({ largest: 'largest' })
    .first();
  return row?.largest ?? undefined;
}
