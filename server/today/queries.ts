import type { PersonScope } from '../access/scope.ts';
import { ordinaryMatters, visible } from '../access/visibleQueries.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';
import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { waiting } from '../correspondence/contactEntryQueries.ts';
import type { EntryPeople } from '../correspondence/entry.ts';
import { fromJson } from '../platform/database/json.ts';

/** Whose work is asked for: the actor's own, or all that they may see. */
export type Whose = 'mine' | 'all';

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
  readonly at: string | null;
  readonly minutes: number | null;
  readonly place: string;
  readonly person: string;
  readonly personId: string;
}

/** Follow-ups due up to a day, the longest overdue first. */
export async function followUpsDue(
  scope: PersonScope,
  whose: Whose,
  until: PlainDate,
  limit: number,
): Promise<DueFollowUp[]> {
  const query = visible(scope, 'follow_ups')
    .join('matters', 'matters.id', 'follow_ups.matter_id')
    .join('people', 'people.id', 'follow_ups.person_id')
    .where({ done_utc: null })
    .where('due_on', '<=', until)
    .orderBy(['due_on', 'at_time'])
    .limit(limit)
    .select<(Omit<DueFollowUp, 'place'> & { place: string | null })[]>({
      ...MATTER,
      id: 'follow_ups.id',
      what: 'follow_ups.what',
      dueOn: 'follow_ups.due_on',
      at: 'follow_ups.at_time',
      minutes: 'follow_ups.minutes',
      place: 'follow_ups.place',
      person: 'people.name',
      personId: 'people.id',
    });
  if (whose === 'mine') void query.where('follow_ups.person_id', scope.actor.id);
  return (await query).map((row) => ({ ...row, place: row.place ?? '' }));
}

export interface ConversationLine extends OnMatter {
  readonly entryId: string;
  readonly occurredAtUtc: number;
  readonly direction: 'in' | 'out' | 'note';
  readonly outCount: number;
  readonly inCount: number;
  /** Whether its last message waits for an answer by its words; undefined where they were never read for that. */
  readonly expects: boolean | undefined;
  readonly people: EntryPeople;
  readonly subject: string;
  readonly opening: string;
}

type Row = Omit<ConversationLine, 'people' | 'expects'> & { people: string; expects: number | null };

const conversations = (scope: PersonScope, whose: Whose) => {
  const query = visible(scope, 'conversations')
    .join('entries', 'entries.id', 'conversations.last_entry_id')
    .join('matters', 'matters.id', 'conversations.matter_id')
    .select<Row[]>({
      ...MATTER,
      entryId: 'entries.id',
      occurredAtUtc: 'conversations.last_utc',
      direction: 'conversations.last_direction',
      outCount: 'conversations.out_count',
      inCount: 'conversations.in_count',
      expects: 'conversations.last_expects',
      people: 'entries.people',
      subject: 'entries.subject',
      opening: 'entries.opening',
    });
  // Without a matter, whoever wrote is whose it is.
  if (whose === 'mine')
    void query.where((one) => {
      void one
        .where(
          (kept) =>
            void kept.where('matters.responsible_id', scope.actor.id).whereNot('matters.id', GENERAL_FILE),
        )
        .orWhere((general) => {
          void general
            .where('matters.id', GENERAL_FILE)
            .whereIn(
              'conversations.id',
              visible(scope, 'entries').where({ author_id: scope.actor.id }).select('conversation_id'),
            );
        });
    });
  return query;
};

const toLine = (row: Row): ConversationLine => ({
  ...row,
  expects: row.expects === null ? undefined : row.expects === 1,
  people: fromJson<EntryPeople>(row.people),
});

/** Conversations whose last word came from outside since a moment, the latest first. */
export async function lastHeard(
  scope: PersonScope,
  whose: Whose,
  sinceUtc: number,
  limit: number,
): Promise<readonly ConversationLine[]> {
  const rows = await conversations(scope, whose)
    .where({ last_direction: 'in' })
    .where('last_utc', '>=', sinceUtc)
    .orderBy('last_utc', 'desc')
    .limit(limit);
  return rows.map(toLine);
}

/** Conversations of some months whose last message waits for an answer; of older ones, those in which one side alone has spoken. */
export async function unanswered(
  scope: PersonScope,
  whose: Whose,
  between: { readonly fromUtc: number; readonly untilUtc: number },
  limit: number,
): Promise<readonly ConversationLine[]> {
  const rows = await conversations(scope, whose)
    .whereBetween('last_utc', [between.fromUtc, between.untilUtc])
    .modify(waiting)
    .orderBy('last_utc', 'desc')
    .limit(limit);
  return rows.map(toLine);
}

/** Matters somebody is responsible for, or all that they may see, that are not done with. */
export async function mattersInHand(scope: PersonScope, whose: Whose, limit: number): Promise<string[]> {
  const query = ordinaryMatters(scope).orderBy('recent_utc', 'desc').limit(limit);
  if (whose === 'mine') void query.where('responsible_id', scope.actor.id);
  return query.pluck<string[]>('matters.id');
}
