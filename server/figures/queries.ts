import { unseen, visible } from '../access/visibleQueries.ts';
import type { Scope } from '../access/scope.ts';
import type { Histogram } from '../../core/figures/median.ts';
import type { Side } from '../../core/figures/answered.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import type { EntryAbout } from '../correspondence/entry.ts';
import { isCounted } from '../correspondence/figureQueries.ts';
import { fromJson } from '../platform/database/json.ts';
import { sql } from '../platform/database/reads.ts';

/** What is counted: days of the practice's clock, both within. */
export interface Span {
  readonly from: PlainDate;
  readonly until: PlainDate;
  /** Of one person alone. */
  readonly personId?: string | undefined;
  readonly typeId?: string | undefined;
  readonly channel?: string | undefined;
}

/** How many went and came, by week, channel and category at once: one run over the counts serves every table. */
export interface CountRow {
  readonly week: string;
  readonly channel: string;
  readonly category: string;
  readonly direction: 'out' | 'in';
  readonly count: number;
}

const counts = (scope: Scope, span: Span) => {
  const query = sql(scope)('figure_days')
    .whereBetween('day', [span.from, span.until])
    .sum({ count: 'count' });
  if (span.personId !== undefined) void query.where('person_id', span.personId);
  if (span.typeId !== undefined) void query.where('type_id', span.typeId);
  if (span.channel !== undefined) void query.where('channel', span.channel);
  return query;
};

/** What was counted as entries were filed; restricted matters of others are taken off by {@link hiddenEntries}. */
export async function countsWithin(scope: Scope, span: Span): Promise<readonly CountRow[]> {
  const rows: unknown = await counts(scope, span)
    .groupBy('week', 'channel', 'category', 'direction')
    .select('week', 'channel', 'category', 'direction');
  return rows as readonly CountRow[];
}

/** What each person sent. */
export async function sentByPerson(
  scope: Scope,
  span: Span,
): Promise<readonly { readonly key: string; readonly direction: 'out'; readonly count: number }[]> {
  const rows: unknown = await counts(scope, span)
    .where('direction', 'out')
    .groupBy('person_id')
    .select({ key: 'person_id' });
  return (rows as readonly { key: string; count: number }[]).map((row) => ({ ...row, direction: 'out' }));
}

export interface HiddenEntry {
  readonly direction: 'out' | 'in';
  readonly channel: string;
  readonly category: string;
  readonly personId: string;
  readonly occurredAtUtc: number;
}

/** What was counted of matters that do not exist for the actor: they are few, and so are their entries. */
export async function hiddenEntries(
  scope: Scope,
  span: Span,
  between: { readonly fromUtc: number; readonly untilUtc: number },
): Promise<readonly HiddenEntry[]> {
  const query = unseen(scope, 'entries');
  if (!query) return [];
  const rows = await query
    .join('matters', 'matters.id', 'entries.matter_id')
    .whereNot('entries.direction', 'note')
    .whereBetween('entries.occurred_utc', [between.fromUtc, between.untilUtc])
    .modify((one) => {
      if (span.typeId !== undefined) void one.where('matters.type_id', span.typeId);
      if (span.channel !== undefined) void one.where('entries.channel', span.channel);
      if (span.personId !== undefined) void one.where('entries.author_id', span.personId);
    })
    .select<
      {
        direction: 'out' | 'in';
        channel: string;
        category: string;
        author_id: string | null;
        occurred_utc: number;
        detail: string;
      }[]
    >(
      'entries.direction',
      'entries.channel',
      'entries.category',
      'entries.author_id',
      'entries.occurred_utc',
      'entries.detail',
    );
  return rows
    .filter((row) => {
      const { about } = fromJson<{ about?: EntryAbout }>(row.detail);
      return isCounted({ direction: row.direction, ...(about ? { about } : {}) });
    })
    .map((row) => ({
      direction: row.direction,
      channel: row.channel,
      category: row.category,
      personId: row.direction === 'out' ? (row.author_id ?? '') : '',
      occurredAtUtc: row.occurred_utc,
    }));
}

/** Times of answers by what they are grouped by and whose they are. */
export interface TimeRow {
  readonly key: string;
  readonly side: Side;
  readonly minutes: number;
  readonly count: number;
}

export async function answerTimesBy(
  scope: Scope,
  span: Span,
  column: 'week' | 'type_id' | 'person_id',
): Promise<readonly TimeRow[]> {
  const query = visible(scope, 'figure_answers')
    .whereBetween('figure_answers.day', [span.from, span.until])
    .groupBy(`figure_answers.${column}`, 'side', 'minutes')
    .select({ key: `figure_answers.${column}`, side: 'side', minutes: 'minutes' })
    .count({ count: '*' });
  if (span.personId !== undefined) void query.where('person_id', span.personId);
  if (span.typeId !== undefined) void query.where('figure_answers.type_id', span.typeId);
  if (span.channel !== undefined) void query.where('channel', span.channel);
  return (await query) as unknown as TimeRow[];
}

export const histogramOf = (rows: readonly TimeRow[], side: Side): Histogram =>
  rows.flatMap((row) => (row.side === side ? [[row.minutes, row.count] as const] : []));

/** Follow-ups that fell due within the span, and when they were done. */
export async function followUpsDue(
  scope: Scope,
  span: Span,
): Promise<readonly { readonly dueOn: PlainDate; readonly doneUtc: number | null }[]> {
  const query = visible(scope, 'follow_ups')
    .join('matters', 'matters.id', 'follow_ups.matter_id')
    .whereBetween('due_on', [span.from, span.until])
    .select<{ dueOn: PlainDate; doneUtc: number | null }[]>({ dueOn: 'due_on', doneUtc: 'done_utc' });
  if (span.personId !== undefined) void query.where('follow_ups.person_id', span.personId);
  if (span.typeId !== undefined) void query.where('matters.type_id', span.typeId);
  return await query;
}

/** Rounds whose messages went within a span, and how many those were. */
export async function roundsWithin(
  scope: Scope,
  span: Span,
  between: { readonly fromUtc: number; readonly untilUtc: number },
): Promise<{ readonly rounds: number; readonly messages: number }> {
  const query = visible(scope, 'messages')
    .join('matters', 'matters.id', 'messages.matter_id')
    .whereNotNull('messages.round_id')
    .where('messages.state', 'sent')
    .whereBetween('messages.updated_utc', [between.fromUtc, between.untilUtc]);
  if (span.personId !== undefined) void query.where('messages.author_id', span.personId);
  if (span.typeId !== undefined) void query.where('matters.type_id', span.typeId);
  if (span.channel !== undefined) void query.where('messages.channel', span.channel);
  const [row] = (await query
    .countDistinct({ rounds: 'messages.round_id' })
    .count({ messages: '*' })) as unknown as {
    rounds: number;
    messages: number;
  }[];
  return { rounds: row?.rounds ?? 0, messages: row?.messages ?? 0 };
}
