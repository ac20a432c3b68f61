import type { OfferedState } from '../../../contract/answers.ts';
import type { OfferedValue } from '../../../core/answers/offeredValue.ts';
import type { StoodBefore } from '../../../core/answers/takeOffered.ts';
import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import { fromJson } from '../../platform/database/json.ts';
import type { Tx } from '../../platform/database/transaction.ts';

/** What an answer offers to the record of its matter. */
interface NewOffered {
  readonly id: string;
  readonly matterId: string;
  readonly entryId: string;
  readonly pageId: string;
  readonly questionKey: string;
  readonly ask: string;
  readonly who: string;
  readonly contactId: string | null;
  readonly offered: OfferedValue;
  readonly madeUtc: number;
}

export interface StoredOffered extends NewOffered {
  readonly state: KeptState;
  /** What stood in its place before it was taken. */
  readonly before: StoodBefore | null;
}

/** `replaced` by what the same recipient answered later. */
type KeptState = OfferedState | 'replaced';

interface OfferedRow {
  id: string;
  matter_id: string;
  entry_id: string;
  page_id: string;
  question_key: string;
  ask: string;
  who: string;
  contact_id: string | null;
  offered: string;
  stood_before: string | null;
  state: KeptState;
  made_utc: number;
  decided_utc: number | null;
}

const toOffered = (row: OfferedRow): StoredOffered => ({
  id: row.id,
  matterId: row.matter_id,
  entryId: row.entry_id,
  pageId: row.page_id,
  questionKey: row.question_key,
  ask: row.ask,
  who: row.who,
  contactId: row.contact_id,
  offered: fromJson<OfferedValue>(row.offered),
  madeUtc: row.made_utc,
  state: row.state,
  before: row.stood_before === null ? null : fromJson<StoodBefore>(row.stood_before),
});

export async function insertOffered(tx: Tx, one: NewOffered): Promise<void> {
  await tx<OfferedRow>('offered_values').insert({
    id: one.id,
    matter_id: one.matterId,
    entry_id: one.entryId,
    page_id: one.pageId,
    question_key: one.questionKey,
    ask: one.ask,
    who: one.who,
    contact_id: one.contactId,
    offered: JSON.stringify(one.offered),
    made_utc: one.madeUtc,
  });
}

/** What a page offered before, and nobody has decided on, gives way to what it offers now. */
export async function replaceOffered(tx: Tx, pageId: string): Promise<void> {
  await tx<OfferedRow>('offered_values')
    .where({ page_id: pageId, state: 'open' })
    .update({ state: 'replaced' });
}

export async function findOffered(
  scope: Scope,
  matterId: string,
  id: string,
): Promise<StoredOffered | undefined> {
  const row = await visible<OfferedRow>(scope, 'offered_values')
    .where('offered_values.matter_id', matterId)
    .where('offered_values.id', id)
    .first();
  return row && toOffered(row as OfferedRow);
}

/** More than a matter, or a day, is offered; the latest are shown. */
const MOST = 60;

/** What a matter is offered: all that is open, and what was decided since a moment, the latest first. */
export async function offeredTo(
  scope: Scope,
  matterId: string,
  sinceUtc: number,
): Promise<readonly StoredOffered[]> {
  const rows = (await visible<OfferedRow>(scope, 'offered_values')
    .where('offered_values.matter_id', matterId)
    .where((one) => {
      void one.where({ state: 'open' }).orWhere('decided_utc', '>=', sinceUtc);
    })
    .whereNot({ state: 'replaced' })
    .orderBy([{ column: 'made_utc', order: 'desc' }, 'question_key'])
    .limit(MOST)) as OfferedRow[];
  return rows.map(toOffered);
}

/** What is offered to matters that somebody is responsible for, or in answer to what they sent; or to all that the actor sees. */
export async function offeredLately(
  scope: Scope,
  personId: string | undefined,
): Promise<readonly StoredOffered[]> {
  const query = visible<OfferedRow>(scope, 'offered_values')
    .where({ state: 'open' })
    .orderBy([{ column: 'made_utc', order: 'desc' }, 'question_key'])
    .limit(MOST);
  if (personId !== undefined)
    void query.where((theirs) => {
      void theirs
        .whereIn(
          'offered_values.matter_id',
          visible(scope, 'matters').where('matters.responsible_id', personId).select('matters.id'),
        )
        .orWhereIn(
          'offered_values.page_id',
          visible(scope, 'answer_pages')
            .join('messages', 'messages.id', 'answer_pages.message_id')
            .where('messages.author_id', personId)
            .select('answer_pages.id'),
        );
    });
  return ((await query) as OfferedRow[]).map(toOffered);
}

/** Notes what was decided, if nobody did since it was read; false where somebody was quicker. */
export async function decideOffered(
  tx: Tx,
  { id, state }: StoredOffered,
  decided: {
    readonly state: OfferedState;
    readonly before: StoodBefore | null;
    readonly atUtc: number | null;
  },
): Promise<boolean> {
  const changed = await tx<OfferedRow>('offered_values')
    .where({ id, state })
    .update({
      state: decided.state,
      stood_before: decided.before && JSON.stringify(decided.before),
      decided_utc: decided.atUtc,
    });
  return changed === 1;
}
