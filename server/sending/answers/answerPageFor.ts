import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { addWorkingDays } from '../../../core/dates/workingDays.ts';
import { finishMessage } from '../../../core/merge/finish.ts';
import type { FieldReader } from '../../../core/merge/fieldReader.ts';
import { leadingTo, questionsOf } from '../../../core/template/question.ts';
import { USUAL_ANSWERS } from '../../../core/template/template.ts';
import type { DraftLayout } from '../../messages/draftLayout.ts';
import type { StoredMessage } from '../../messages/message.ts';
import { inTransaction } from '../../platform/database/transaction.ts';
import { hashOfSecret, newSecret } from '../../platform/secretAddress.ts';
import type { Services } from '../../platform/services.ts';
import { calendarOf } from '../../platform/settings/practiceSettings.ts';
import { insertAnswerPage } from './answerPageQueries.ts';

/** A message whose questions are answered on a page, and the page's id. */
export interface WithPage {
  readonly message: StoredMessage;
  readonly pageId: string;
}

/** Whether a message asks something of its recipient. */
export const asksSomething = ({ body }: Pick<StoredMessage, 'body'>): boolean =>
  questionsOf(body.content).length > 0;

/**
 * Makes the answer page of a message that leaves, for the one it goes to, and leads the message there; undefined for one that
 * asks nothing. The address stands in the message alone: its hash is kept. A message that never leaves has a page that
 * nobody knows, and one that is frozen anew gets another: {@link FrozenMessage.answerPageId} says which is its own.
 */
export async function answerPageFor(
  services: Pick<Services, 'db' | 'now' | 'config' | 'newId'>,
  { message, matter, settings, contacts }: DraftLayout,
  reader: FieldReader,
  leavesAtUtc: number,
): Promise<WithPage | undefined> {
  const questions = questionsOf(message.body.content);
  const [to] = message.recipients.to;
  const { answerUrl } = services.config;
  if (questions.length === 0 || !to || answerUrl === undefined) return undefined;
  const secret = newSecret();
  const { workingDays, once = false } = message.sendOptions.answers ?? USUAL_ANSWERS;
  const leaves = zonedTime(settings.timeZone, leavesAtUtc).date;
  const page = {
    id: services.newId(),
    messageId: message.id,
    matterId: matter.id,
    contactId: to.contactId ?? null,
    recipient: { name: to.name, address: to.address },
    language: (to.contactId && contacts.get(to.contactId)?.language) || 'en',
    title: finishMessage(message, reader).subject,
    questions,
    currency: matter.type.currency,
    untilDay: addWorkingDays(calendarOf(settings), leaves, workingDays) ?? leaves,
    once,
    timesAnswered: 0,
    madeUtc: services.now(),
    answeredUtc: null,
    withdrawnUtc: null,
  };
  await inTransaction(services.db, (tx) => insertAnswerPage(tx, hashOfSecret(secret), page));
  const body = leadingTo(message.body, `${answerUrl}/a/${secret}`);
  return { message: { ...message, body }, pageId: page.id };
}
