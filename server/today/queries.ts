import type { PlainDate } from '../../core/model/plainDate.ts';
import type { Database } from '../platform/database/openDatabase.ts';
import { seenBy } from '../access/visibility.ts';
import type { EntryPeople } from '../correspondence/entry.ts';
import { fromJson } from '../platform/database/json.ts';

/** Whose work is asked for; undefined is everybody's. */
export interface Scope {
  readonly personId: string;
  readonly mine: boolean;
}

const MATTER = { matterId: 'matters.id', reference: 'matters.reference', title: 'matters.title' };

export interface OnMatter {
  readonly matterId: string;
  readonly reference: string;
  readonly title: string;
}

export interface DueFollowUp extends OnMatter {
  readonly id: string;
  readonly what: string;
  readonly dueOn: PlainDate;
  readonly person: string;
}

/** Follow-ups due up to a day, the longest overdue first. */
export function followUpsDue(
  db: Database,
  { personId, mine }: Scope,
  until: PlainDate,
  limit: number,
): Promise<DueFollowUp[]> {
  const query = db('follow_ups')
    .join('matters', 'matters.id', 'follow_ups.matter_id')
    .join('people', 'people.id', 'follow_ups.person_id')
    .where({ done_utc: null })
    .where('due_on', '<=', until)
    .where(seenBy(db, personId))
    .orderBy('due_on')
    .limit(limit)
    .select<DueFollowUp[]>({
      ...MATTER,
      id: 'follow_ups.id',
      what: 'follow_ups.what',
      dueOn: 'follow_ups.due_on',
      person: 'people.name',
    });
  if (mine) void query.where('follow_ups.person_id', personId);
  return query;
}

export interface ConversationLine extends OnMatter {
  readonly entryId: string;
  readonly occurredAtUtc: number;
  readonly direction: 'in' | 'out' | 'note';
  readonly outCount: number;
  readonly inCount: number;
  readonly people: EntryPeople;
  readonly subject: string;
  readonly opening: string;
}

type Row = Omit<ConversationLine, 'people'> & { people: string };

const conversations = (db: Database, { personId, mine }: Scope) => {
  const query = db('conversations')
    .join('entries', 'entries.id', 'conversations.last_entry_id')
    .join('matters', 'matters.id', 'conversations.matter_id')
    .where(seenBy(db, personId))
    .select<Row[]>({
      ...MATTER,
      entryId: 'entries.id',
      occurredAtUtc: 'conversations.last_utc',
      direction: 'conversations.last_direction',
      outCount: 'conversations.out_count',
      inCount: 'conversations.in_count',
      people: 'entries.people',
      subject: 'entries.subject',
      opening: 'entries.opening',
    });
  if (mine) void query.where('matters.responsible_id', personId);
  return query;
};

const toLine = (row: Row): ConversationLine => ({ ...row, people: fromJson<EntryPeople>(row.people) });

/** Conversations whose last word came from outside since a moment, the latest first. */
export async function lastHeard(
  db: Database,
  scope: Scope,
  sinceUtc: number,
  limit: number,
): Promise<readonly ConversationLine[]> {
  const rows = await conversations(db, scope)
    .where({ last_direction: 'in' })
    .where('last_utc', '>=', sinceUtc)
    .orderBy('last_utc', 'desc')
    .limit(limit);
  return rows.map(toLine);
}

/** Conversations of some months in which only one side has spoken: theirs or ours to answer. */
export async function unanswered(
  db: Database,
  scope: Scope,
  between: { readonly fromUtc: number; readonly untilUtc: number },
  limit: number,
): Promise<readonly ConversationLine[]> {
  const rows = await conversations(db, scope)
    .whereBetween('last_utc', [between.fromUtc, between.untilUtc])
    .where((either) => {
      void either
        .where({ last_direction: 'out', in_count: 0 })
        .orWhere({ last_direction: 'in', out_count: 0 });
    })
    .orderBy('last_utc', 'desc')
    .limit(limit);
  return rows.map(toLine);
}

/** Matters somebody is responsible for, or all that they may see, that are not done with. */
export async function mattersInHand(
  db: Database,
  { personId, mine }: Scope,
  limit: number,
): Promise<string[]> {
  const query = db('matters').where(seenBy(db, personId)).orderBy('recent_utc', 'desc').limit(limit);
  if (mine) void query.where('responsible_id', personId);
  return query.pluck<string[]>('matters.id');
}
