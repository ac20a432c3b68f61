import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { visible } from '../access/visibleQueries.ts';
import { readCursor, toPage } from '../platform/database/cursor.ts';
import { jsonText } from '../platform/database/dialects/sqlite/json.ts';
import { knows } from '../../core/correspondence/appointment.ts';
import type { Appointment } from '../../core/correspondence/appointment.ts';
import { invitedTo } from './invitationQueries.ts';
import type { InvitedPerson } from './invitationQueries.ts';
import type { PlainDate } from '../../core/model/plainDate.ts';

export interface FollowUp {
  readonly id: string;
  readonly matterId: string;
  readonly what: string;
  readonly dueOn: PlainDate;
  readonly personId: string;
  /** The message it was born from. */
  readonly messageId: string | null;
  readonly madeUtc: number;
  /** Of an appointment. */
  readonly at?: string | undefined;
  readonly minutes?: number | undefined;
  readonly place?: string | undefined;
}

export async function insertFollowUp(tx: Tx, one: FollowUp): Promise<void> {
  await tx('follow_ups').insert({
    id: one.id,
    matter_id: one.matterId,
    what: one.what,
    due_on: one.dueOn,
    person_id: one.personId,
    message_id: one.messageId,
    made_utc: one.madeUtc,
    at_time: one.at ?? null,
    minutes: one.at === undefined ? null : (one.minutes ?? USUAL_MINUTES),
    place: one.place ?? null,
  });
}

/** An appointment of which nothing else is said. */
const USUAL_MINUTES = 60;

export interface OpenFollowUp {
  readonly id: string;
  readonly what: string;
  readonly dueOn: PlainDate;
  readonly at: string | null;
  readonly minutes: number | null;
  readonly place: string;
  readonly person: string;
  readonly personId: string;
}

interface OpenRow extends Omit<OpenFollowUp, 'place'> {
  readonly place: string | null;
}

const COLUMNS = {
  id: 'follow_ups.id',
  what: 'follow_ups.what',
  dueOn: 'follow_ups.due_on',
  at: 'follow_ups.at_time',
  minutes: 'follow_ups.minutes',
  place: 'follow_ups.place',
  person: 'people.name',
  personId: 'people.id',
};

const toOpen = <Row extends OpenRow>(row: Row): Row & OpenFollowUp => ({ ...row, place: row.place ?? '' });

const open = (scope: Scope) =>
  visible(scope, 'follow_ups')
    .join('people', 'people.id', 'follow_ups.person_id')
    .where({ done_utc: null })
    .orderBy([
      { column: 'follow_ups.due_on' },
      { column: 'follow_ups.at_time' },
      { column: 'follow_ups.id' },
    ]);

/** Somebody invited to an appointment, as it is shown beside it. */
export interface ShownInvited extends Pick<InvitedPerson, 'name' | 'address' | 'answer'> {
  readonly entryId: string | null;
  /** They were told how it stands now. */
  readonly current: boolean;
}

type WithInvited<One> = One & { readonly invited: ShownInvited[] };

/** Follow-ups with who was invited to those that are appointments; whoever was told that it is off is invited no more. */
export async function withInvited<One extends Omit<OpenFollowUp, 'person' | 'personId'>>(
  scope: Scope,
  followUps: readonly One[],
): Promise<WithInvited<One>[]> {
  const appointments = followUps.filter(({ at }) => at !== null).map(({ id }) => id);
  const all = await invitedTo(scope, appointments);
  return followUps.map((one) => ({
    ...one,
    invited: all
      .filter(({ followUpId, calledOff }) => followUpId === one.id && !calledOff)
      .map((person) => ({
        name: person.name,
        address: person.address,
        answer: person.answer,
        entryId: person.answerEntryId,
        current: knows(person, { ...one, at: one.at ?? '', minutes: one.minutes ?? USUAL_MINUTES }),
      })),
  }));
}

/** What is still to be done on a matter, soonest first. */
export async function openFollowUps(scope: Scope, matterId: string): Promise<WithInvited<OpenFollowUp>[]> {
  const rows: OpenRow[] = await open(scope).where({ matter_id: matterId }).select(COLUMNS);
  return withInvited(scope, rows.map(toOpen));
}

/** An appointment that is still to come about: open, with an hour; undefined for every other follow-up. */
export async function findAppointment(
  scope: Scope,
  id: string,
): Promise<(Appointment & { readonly id: string; readonly matterId: string }) | undefined> {
  const row = await open(scope)
    .where('follow_ups.id', id)
    .first<(OpenRow & { matterId: string }) | undefined>({ ...COLUMNS, matterId: 'follow_ups.matter_id' });
  if (!row || row.at === null) return undefined;
  const { what, dueOn, at, minutes, place, matterId } = row;
  return { id, matterId, what, dueOn, at, minutes: minutes ?? USUAL_MINUTES, place: place ?? '' };
}

export interface FollowUpOnMatter extends OpenFollowUp {
  readonly matterId: string;
  readonly reference: string;
  readonly title: string;
}

export interface FollowUpFilter {
  readonly matterId?: string | undefined;
  readonly personId?: string | undefined;
  readonly from?: string | undefined;
  readonly until?: string | undefined;
  readonly limit: number;
  readonly after?: string | undefined;
}

/** The day and the hour in one, in the order in which they are listed. */
const WHEN = "follow_ups.due_on || ' ' || coalesce(follow_ups.at_time, '')";

/** What is still to be done over the practice, soonest first: by matter, person and days. */
export async function listFollowUps(
  scope: Scope,
  { matterId, personId, from, until, limit, after }: FollowUpFilter,
): Promise<{ readonly items: WithInvited<FollowUpOnMatter>[]; readonly next: string | null }> {
  const found = open(scope)
    .join('matters', 'matters.id', 'follow_ups.matter_id')
    .limit(limit + 1);
  if (matterId !== undefined) void found.where('follow_ups.matter_id', matterId);
  if (personId !== undefined) void found.where('follow_ups.person_id', personId);
  if (from !== undefined) void found.where('follow_ups.due_on', '>=', from);
  if (until !== undefined) void found.where('follow_ups.due_on', '<=', until);
  const cursor = readCursor(after);
  if (cursor) void found.whereRaw(`(${WHEN}, follow_ups.id) > (?, ?)`, [...cursor]);
  const rows: (OpenRow & FollowUpOnMatter)[] = await found.select({
    ...COLUMNS,
    matterId: 'matters.id',
    reference: 'matters.reference',
    title: 'matters.title',
  });
  const { items, next } = toPage(rows, limit, toOpen, ({ dueOn, at, id }) => [`${dueOn} ${at ?? ''}`, id]);
  return { items: await withInvited(scope, items), next };
}

/** Those on a matter that wait for an answer to one of these messages; copies of a message wait with it. */
export async function followUpsAnsweredBy(
  scope: Scope,
  matterId: string,
  references: readonly string[],
): Promise<readonly { readonly id: string; readonly what: string }[]> {
  if (references.length === 0) return [];
  const sent = await visible(scope, 'entries')
    .join('messages', 'messages.id', 'entries.message_id')
    .whereIn('entries.internet_message_id', [...references])
    .select<{ id: string; copyOf: string | null }[]>(
      'messages.id',
      jsonText(sql(scope), 'messages.send_options', 'copyOf', 'copyOf'),
    );
  const messages = sent.flatMap(({ id, copyOf }) => [id, ...(copyOf === null ? [] : [copyOf])]);
  return visible(scope, 'follow_ups')
    .where({ matter_id: matterId, done_utc: null })
    .whereIn('message_id', messages)
    .select<{ id: string; what: string }[]>('id', 'what');
}

/** Marks one as done, or with null as still to be done. */
export async function setFollowUpDone(tx: Tx, id: string, doneUtc: number | null): Promise<void> {
  await tx('follow_ups').where({ id }).update({ done_utc: doneUtc });
}

/** Words a follow-up anew, puts it off or hands it on; what is undefined stays. */
export async function updateFollowUp(
  tx: Tx,
  id: string,
  change: {
    readonly what: string | undefined;
    readonly dueOn: PlainDate | undefined;
    readonly personId: string | undefined;
    readonly at?: string | null | undefined;
    readonly minutes?: number | undefined;
    readonly place?: string | undefined;
  },
): Promise<void> {
  const columns = {
    what: change.what,
    due_on: change.dueOn,
    person_id: change.personId,
    at_time: change.at,
    minutes: change.at === null ? null : (change.minutes ?? (change.at ? USUAL_MINUTES : undefined)),
    place: change.place,
  };
  const given = Object.entries(columns).filter(([, value]) => value !== undefined);
  if (given.length > 0) await tx('follow_ups').where({ id }).update(Object.fromEntries(given));
}

export async function followUpMatter(scope: Scope, id: string): Promise<string | undefined> {
  const row = await visible(scope, 'follow_ups')
    .where({ id })
    .first<{ matter_id: string } | undefined>('matter_id');
  return row?.matter_id;
}
