import { sql } from '../platform/database/reads.ts';
import type { Scope } from '../access/scope.ts';
import type { Tx } from '../platform/database/transaction.ts';
import { visible } from '../access/visibleQueries.ts';
import { jsonText } from '../platform/database/dialects/sqlite/json.ts';
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
  });
}

export interface OpenFollowUp {
  readonly id: string;
  readonly what: string;
  readonly dueOn: PlainDate;
  readonly person: string;
  readonly personId: string;
}

/** What is still to be done on a matter, soonest first. */
export function openFollowUps(scope: Scope, matterId: string): Promise<OpenFollowUp[]> {
  return visible(scope, 'follow_ups')
    .join('people', 'people.id', 'follow_ups.person_id')
    .where({ matter_id: matterId, done_utc: null })
    .orderBy('due_on')
    .select<OpenFollowUp[]>({
      id: 'follow_ups.id',
      what: 'follow_ups.what',
      dueOn: 'follow_ups.due_on',
      person: 'people.name',
      personId: 'people.id',
    });
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
  },
): Promise<void> {
  const columns = { what: change.what, due_on: change.dueOn, person_id: change.personId };
  const given = Object.entries(columns).filter(([, value]) => value !== undefined);
  if (given.length > 0) await tx('follow_ups').where({ id }).update(Object.fromEntries(given));
}

export async function followUpMatter(scope: Scope, id: string): Promise<string | undefined> {
  const row = await visible(scope, 'follow_ups')
    .where({ id })
    .first<{ matter_id: string } | undefined>('matter_id');
  return row?.matter_id;
}
