import type { OfferedValue } from '../../../core/answers/offeredValue.ts';
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

/** `replaced` by what the same recipient answered later. */
type OfferedState = 'open' | 'replaced';

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
  undo: string | null;
  state: OfferedState;
  made_utc: number;
}

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
