import type { AnswerPages, AnswerPageView } from '../../../contract/answers.ts';
import { pageState, takesAnswers } from '../../../core/answers/pageState.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import { changing } from '../../access/change.ts';
import type { PersonScope, Scope } from '../../access/scope.ts';
import { findMessage } from '../../messages/queries.ts';
import { DomainProblem, notFound } from '../../platform/problems/problem.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import type { AnswerPage } from '../../sending/answers/answerPage.ts';
import { pagesOf, withdrawPage } from '../../sending/answers/answerPageQueries.ts';

/** The pages on which a message's recipients answer, and what became of them; none before it left. */
export async function answerPagesOf(
  services: Pick<Services, 'now'>,
  scope: PersonScope,
  messageId: string,
): Promise<AnswerPages> {
  const settings = await readSettings(scope);
  const today = zonedTime(settings.timeZone, services.now()).date;
  const pages = await ofMessage(scope, messageId);
  return { items: pages.map((page) => viewPage(page, pageState(page, today))) };
}

/** One that was made and never left is nobody's. */
async function ofMessage(scope: Scope, messageId: string): Promise<readonly AnswerPage[]> {
  const message = await findMessage(scope, messageId);
  if (!message) throw notFound('message');
  const pages = await pagesOf(scope, messageId);
  return pages.filter(({ id }) => id === message.frozen?.answerPageId);
}

/** Ends a page before its day, so that it takes no more answers; or opens it again. What was answered stays filed. */
export async function endAnswerPage(
  services: Services,
  scope: PersonScope,
  messageId: string,
  pageId: string,
  withdrawn: boolean,
): Promise<AnswerPages> {
  const settings = await readSettings(scope);
  const today = zonedTime(settings.timeZone, services.now()).date;
  await changing(services, scope, async ({ tx, scope: inside, atUtc, audit, tell }) => {
    const page = (await ofMessage(inside, messageId)).find(({ id }) => id === pageId);
    if (!page) throw notFound('answerPage');
    const state = pageState(page, today);
    if (withdrawn ? !takesAnswers(state) : state !== 'withdrawn')
      throw new DomainProblem('decidedMeanwhile', [{ code: 'nothingChanged' }]);
    await withdrawPage(tx, pageId, withdrawn ? atUtc : null);
    const what = withdrawn ? 'answers.withdrawn' : 'answers.reopened';
    await audit(what, 'message', messageId);
    tell({ kind: 'message', id: messageId, matterId: page.matterId });
  });
  return answerPagesOf(services, scope, messageId);
}

const viewPage = (page: AnswerPage, state: AnswerPageView['state']): AnswerPageView => ({
  id: page.id,
  messageId: page.messageId,
  who: page.recipient.name || page.recipient.address,
  state,
  untilDay: page.untilDay,
  questions: page.questions.map(({ ask }) => ask),
  timesAnswered: page.timesAnswered,
  answeredUtc: page.answeredUtc,
});
