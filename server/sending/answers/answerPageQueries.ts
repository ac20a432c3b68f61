import type { GivenAnswer } from '../../../core/answers/givenAnswer.ts';
import type { TalliedPage } from '../../../core/answers/tally.ts';
import type { Mailbox } from '../../../core/model/mailbox.ts';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import type { Question } from '../../../core/template/question.ts';
import type { Scope } from '../../access/scope.ts';
import { visible } from '../../access/visibleQueries.ts';
import { fromJson } from '../../platform/database/json.ts';
import type { Tx } from '../../platform/database/transaction.ts';
import type { AnswerPage } from './answerPage.ts';

interface PageRow {
  id: string;
  hash: string;
  message_id: string;
  matter_id: string;
  contact_id: string | null;
  recipient: string;
  language: string;
  title: string;
  questions: string;
  currency: string;
  until_day: string;
  once: number | boolean;
  times_answered: number;
  given: string | null;
  made_utc: number;
  answered_utc: number | null;
  withdrawn_utc: number | null;
}

const toPage = (row: PageRow): AnswerPage => ({
  id: row.id,
  messageId: row.message_id,
  matterId: row.matter_id,
  contactId: row.contact_id,
  recipient: fromJson<Mailbox>(row.recipient),
  language: row.language,
  title: row.title,
  questions: fromJson<Question[]>(row.questions),
  currency: row.currency,
  untilDay: row.until_day as PlainDate,
  once: Boolean(row.once),
  timesAnswered: row.times_answered,
  madeUtc: row.made_utc,
  answeredUtc: row.answered_utc,
  withdrawnUtc: row.withdrawn_utc,
});

/** Keeps a page by the hash of its address: what is kept opens nothing. */
export async function insertAnswerPage(tx: Tx, hash: string, page: AnswerPage): Promise<void> {
  await tx<PageRow>('answer_pages').insert({
    id: page.id,
    hash,
    message_id: page.messageId,
    matter_id: page.matterId,
    contact_id: page.contactId,
    recipient: JSON.stringify(page.recipient),
    language: page.language,
    title: page.title,
    questions: JSON.stringify(page.questions),
    currency: page.currency,
    until_day: page.untilDay,
    once: page.once,
    made_utc: page.madeUtc,
  });
}

export async function findPageByHash(scope: Scope, hash: string): Promise<AnswerPage | undefined> {
  const row = await visible<PageRow>(scope, 'answer_pages').where({ hash }).first();
  return row && toPage(row as PageRow);
}

export async function pagesOf(scope: Scope, messageId: string): Promise<readonly AnswerPage[]> {
  const rows = await visible<PageRow>(scope, 'answer_pages').where('answer_pages.message_id', messageId);
  return (rows as PageRow[]).map(toPage);
}

/** Ends a page, or with null opens it again. */
export async function withdrawPage(tx: Tx, id: string, atUtc: number | null): Promise<void> {
  await tx<PageRow>('answer_pages').where({ id }).update({ withdrawn_utc: atUtc });
}

/** Notes that a page was answered once more, if it still takes answers as it was read; false where somebody was quicker. */
export async function markAnswered(
  tx: Tx,
  page: AnswerPage,
  given: ReadonlyMap<string, GivenAnswer>,
  atUtc: number,
): Promise<boolean> {
  const changed = await tx<PageRow>('answer_pages')
    .where({ id: page.id, withdrawn_utc: null, times_answered: page.timesAnswered })
    .update({
      times_answered: page.timesAnswered + 1,
      answered_utc: atUtc,
      given: JSON.stringify([...given]),
    });
  return changed === 1;
}

/** The pages of a round's messages that left, as far as the actor may see their matters. */
export async function pagesOfRound(scope: Scope, roundId: string): Promise<readonly TalliedPage[]> {
  const rows = await visible<PageRow>(scope, 'answer_pages')
    .join('messages', 'messages.id', 'answer_pages.message_id')
    .where('messages.round_id', roundId)
    .where('messages.state', 'sent')
    .orderBy('answer_pages.made_utc')
    .select('answer_pages.questions', 'answer_pages.given');
  return (rows as Pick<PageRow, 'questions' | 'given'>[]).map(({ questions, given }) => ({
    questions: fromJson<Question[]>(questions),
    given: given === null ? undefined : new Map(fromJson<[string, GivenAnswer][]>(given)),
  }));
}
