import type { Knex } from 'knex';
import type { MessageState, MessageStateKind } from '../../../core/model/message.ts';
import { standingOnItsWay } from '../../../core/rounds/groups.ts';
import type { RoundGroup } from '../../../core/rounds/groups.ts';
import type { Answers } from '../../../core/template/blanks.ts';
import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import { readCursor, toPage } from '../../platform/database/cursor.ts';
import { inList } from '../../platform/database/dialects/sqlite/json.ts';
import { fromJson } from '../../platform/database/json.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import type { LineDetail, LineStanding, StoredLine } from './round.ts';

export interface LineRow {
  id: string;
  round_id: string;
  place: number;
  matter_id: string;
  contact_id: string | null;
  has_draft: number | boolean;
  stands: LineStanding;
  kind: string;
  detail: string;
  stale: number | boolean;
  checked_revision: number;
  ordered: number;
  handed: number | boolean;
}

const toLine = (row: LineRow): StoredLine => ({
  id: row.id,
  roundId: row.round_id,
  place: row.place,
  matterId: row.matter_id,
  contactId: row.contact_id,
  hasDraft: Boolean(row.has_draft),
  stands: row.stands,
  kind: row.kind,
  detail: fromJson<LineDetail>(row.detail),
  checkedRevision: row.checked_revision,
});

/** Lines of an insert at once: SQLite takes 32,766 values in a statement. */
const AT_ONCE = 500;

export type NewLine = Pick<StoredLine, 'id' | 'roundId' | 'place' | 'matterId' | 'contactId' | 'detail'>;

export async function insertLines(tx: Tx, lines: readonly NewLine[]): Promise<void> {
  const rows = lines.map((line) => ({
    id: line.id,
    round_id: line.roundId,
    place: line.place,
    matter_id: line.matterId,
    contact_id: line.contactId,
    stands: 'waiting' as const,
    detail: JSON.stringify(line.detail),
  }));
  for (let at = 0; at < rows.length; at += AT_ONCE)
    await tx<LineRow>('round_messages').insert(rows.slice(at, at + AT_ONCE));
}

/** Who and what a round goes to, and whether there is a draft of it. */
export async function allTargets(
  scope: Scope,
  roundId: string,
): Promise<readonly Pick<StoredLine, 'id' | 'matterId' | 'contactId' | 'hasDraft'>[]> {
  const rows = await visible<LineRow>(scope, 'round_messages')
    .where({ round_id: roundId })
    .select('id', 'matter_id', 'contact_id', 'has_draft');
  return rows.map((row) => ({
    id: row.id,
    matterId: row.matter_id,
    contactId: row.contact_id,
    hasDraft: Boolean(row.has_draft),
  }));
}

/** Whether any of a round has left the desk. */
export const somethingWent = async (scope: Scope, roundId: string): Promise<boolean> =>
  (await withMessage(scope)
    .where('round_messages.round_id', roundId)
    .whereNotNull('messages.state')
    .whereNot('messages.state', 'draft')
    .first('round_messages.id')) !== undefined;

export async function deleteLines(tx: Tx, ids: readonly string[]): Promise<void> {
  for (let at = 0; at < ids.length; at += AT_ONCE)
    await tx('round_messages')
      .whereIn('id', ids.slice(at, at + AT_ONCE))
      .delete();
}

export async function nextPlace(scope: Scope, roundId: string): Promise<number> {
  const row = await visible(scope, 'round_messages')
    .where({ round_id: roundId })
    .max<{ last: number | null }[]>({ last: 'place' })
    .first();
  return (row?.last ?? 0) + 1;
}

export async function updateLine(
  tx: Tx,
  id: string,
  change: Partial<Pick<StoredLine, 'hasDraft' | 'stands' | 'kind' | 'detail' | 'checkedRevision'>> & {
    readonly isStale?: boolean;
    readonly ordered?: number;
  },
): Promise<void> {
  const columns = {
    has_draft: change.hasDraft,
    stands: change.stands,
    kind: change.kind,
    detail: change.detail && JSON.stringify(change.detail),
    checked_revision: change.checkedRevision,
    stale: change.isStale,
    ordered: change.ordered,
  };
  const given = Object.entries(columns).filter(([, value]) => value !== undefined);
  await tx('round_messages').where({ id }).update(Object.fromEntries(given));
}

/** Lines that are to be prepared, or looked at again, in their order. */
export async function staleLines(
  scope: Scope,
  roundId: string,
  limit: number,
): Promise<readonly StoredLine[]> {
  const rows = await visible<LineRow>(scope, 'round_messages')
    .where({ round_id: roundId, stale: true })
    .orderBy('place')
    .limit(limit);
  return rows.map(toLine);
}

/** Says of lines whose draft was changed on its sheet that they are to be looked at again; how many they are. */
export const markChanged = (tx: Tx, roundId: string): Promise<number> =>
  tx('round_messages')
    .where({ round_id: roundId, stale: false, has_draft: true })
    .whereExists(
      tx('messages')
        .whereRaw('messages.id = round_messages.id')
        .where({ 'messages.state': 'draft' })
        .whereRaw('messages.revision <> round_messages.checked_revision')
        .select(tx.raw('1')),
    )
    .update({ stale: true });

export const anyChanged = async (scope: Scope, roundId: string): Promise<boolean> =>
  (await withMessage(scope)
    .where({ 'round_messages.round_id': roundId, stale: false, has_draft: true, 'messages.state': 'draft' })
    .whereRaw('messages.revision <> round_messages.checked_revision')
    .first('round_messages.id')) !== undefined;

const withMessage = (scope: Scope): Knex.QueryBuilder =>
  visible(scope, 'round_messages').leftJoin('messages', (join) => {
    join.on('messages.id', 'round_messages.id');
  });

const STATES_OF: Readonly<Record<'going' | 'gone' | 'failed', readonly MessageStateKind[]>> = {
  going: ['held', 'queued', 'sending', 'deferred'],
  gone: ['sent'],
  failed: ['failed', 'may-have-gone'],
};

const isOnItsWay = (group: RoundGroup): group is keyof typeof STATES_OF => Object.hasOwn(STATES_OF, group);

/** Leaves the lines that stand somewhere now, for one reason where it is named. */
function standing(found: Knex.QueryBuilder, group: RoundGroup, kind: string | undefined): Knex.QueryBuilder {
  if (isOnItsWay(group)) return found.whereIn('messages.state', [...STATES_OF[group]]);
  void found
    .where('round_messages.stands', group)
    .where((draft) => void draft.whereNull('messages.state').orWhere('messages.state', 'draft'));
  return kind === undefined ? found : found.where('round_messages.kind', kind);
}

export interface LineCount {
  readonly roundId: string;
  /** `waiting` for what is not prepared yet. */
  readonly group: RoundGroup | 'waiting';
  readonly kind: string;
  readonly count: number;
}

/** How many lines stand where, in each of some rounds, as far as the actor may see them. */
export async function countLines(scope: Scope, roundIds: readonly string[]): Promise<readonly LineCount[]> {
  const rows = (await withMessage(scope)
    .whereIn('round_messages.round_id', [...roundIds])
    .groupBy('round_messages.round_id', 'stands', 'kind', 'messages.state')
    .select('round_messages.round_id', 'stands', 'kind', 'messages.state')
    .count({ count: '*' })) as {
    round_id: string;
    stands: LineStanding;
    kind: string;
    state: MessageStateKind | null;
    count: number;
  }[];
  return rows.map(({ round_id, stands, kind, state, count }) => {
    const group = (state && standingOnItsWay(state)) ?? stands;
    return { roundId: round_id, group, kind: group === stands ? kind : '', count };
  });
}

export interface ListedLine extends StoredLine {
  readonly reference: string;
  readonly title: string;
  readonly state: MessageState | null;
  readonly answers: Answers;
}

type ListedRow = LineRow & {
  readonly reference: string;
  readonly title: string;
  readonly state_detail: string | null;
  readonly answers: string | null;
};

const listed = (scope: Scope): Knex.QueryBuilder =>
  withMessage(scope)
    .join('matters', 'matters.id', 'round_messages.matter_id')
    .select('round_messages.*', 'matters.reference', 'matters.title')
    .select('messages.state_detail', 'messages.answers');

const toListed = (row: ListedRow): ListedLine => ({
  ...toLine(row),
  reference: row.reference,
  title: row.title,
  state: row.state_detail === null ? null : fromJson<MessageState>(row.state_detail),
  answers: row.answers === null ? {} : fromJson<Answers>(row.answers),
});

/** A page of a round’s lines in their order, as far as the actor may see them. */
export async function listLines(
  scope: Scope,
  roundId: string,
  page: {
    readonly group: RoundGroup | undefined;
    readonly kind: string | undefined;
    readonly limit: number;
    readonly after: string | undefined;
  },
): Promise<{ readonly items: ListedLine[]; readonly next: string | null }> {
  const found = listed(scope)
    .where('round_messages.round_id', roundId)
    .orderBy('round_messages.place')
    .limit(page.limit + 1);
  if (page.group) standing(found, page.group, page.kind);
  const cursor = readCursor(page.after);
  if (cursor) void found.where('round_messages.place', '>', cursor[1]);
  return toPage((await found) as ListedRow[], page.limit, toListed, ({ place }) => [place, place]);
}

export async function findLine(scope: Scope, roundId: string, id: string): Promise<ListedLine | undefined> {
  const row = (await listed(scope)
    .where({ 'round_messages.round_id': roundId, 'round_messages.id': id })
    .first()) as ListedRow | undefined;
  return row && toListed(row);
}

/** The ids of lines that stand somewhere now, for one reason where it is named; of some lines alone where they are named. */
export async function linesStanding(
  scope: Scope,
  roundId: string,
  group: RoundGroup,
  {
    kind,
    among,
  }: { readonly kind?: string | undefined; readonly among?: readonly string[] | undefined } = {},
): Promise<readonly string[]> {
  const found = withMessage(scope).where('round_messages.round_id', roundId).orderBy('round_messages.place');
  standing(found, group, kind);
  if (among) inList(found, 'round_messages.id', among);
  return found.pluck<string[]>('round_messages.id');
}

export const linesById = async (
  scope: Scope,
  roundId: string,
  ids: readonly string[],
): Promise<readonly StoredLine[]> => {
  const found = visible<LineRow>(scope, 'round_messages').where({ round_id: roundId });
  return (await inList(found, 'round_messages.id', ids)).map(toLine);
};

/** The letters of a round that are not left out, in their order. */
export async function letterLines(
  scope: Scope,
  roundId: string,
): Promise<readonly { readonly id: string; readonly reference: string; readonly to: string }[]> {
  const rows = (await listed(scope)
    .where('round_messages.round_id', roundId)
    .where('messages.channel', 'letter')
    .whereNot('round_messages.stands', 'out')
    .orderBy('round_messages.place')) as ListedRow[];
  return rows.map(toListed).map(({ id, reference, detail }) => ({ id, reference, to: detail.to.join(', ') }));
}

/** The matters of a round, as far as the actor may see them. */
export const mattersInRound = (scope: Scope, roundId: string): Promise<string[]> =>
  visible(scope, 'round_messages').where({ round_id: roundId }).distinct().pluck<string[]>('matter_id');
