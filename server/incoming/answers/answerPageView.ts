import type { AnswerFault, Form } from '../../../core/answers/givenAnswer.ts';
import { takesAnswers } from '../../../core/answers/pageState.ts';
import { zonedTime } from '../../../core/dates/zonedClock.ts';
import type { Practice } from '../../../core/model/matter.ts';
import { escapeHtml } from '../../../core/merge/renderHtml.ts';
import { unscoped } from '../../access/unscoped.ts';
import type { Services } from '../../platform/services.ts';
import { readSettings } from '../../platform/settings/queries.ts';
import { MOST_TIMES } from './giveAnswers.ts';
import { openAnswerPage } from './openAnswerPage.ts';
import type { OpenedPage } from './openAnswerPage.ts';
import { formHtml } from './pageHtml.ts';
import { dayIn, wordsIn } from './pageWords.ts';
import type { FileFault } from './readFiles.ts';

/** A page as it is shown, and whether it takes answers. */
export interface PageView {
  readonly practice: Practice;
  /** BCP 47. */
  readonly language: string;
  readonly title: string;
  /** HTML that is ours, with what others wrote escaped. */
  readonly body: string;
  readonly status?: number;
  readonly takes: boolean;
}

const paragraph = (text: string, kind = ''): string =>
  `<p${kind === '' ? '' : ` class="${kind}"`}>${escapeHtml(text)}</p>`;

/** What an address leads to: the page's form, or in words what has become of it. */
export async function answerPageView(
  services: Pick<Services, 'db' | 'now'>,
  secret: string,
  why?: 'tooLarge' | 'unwell',
): Promise<PageView> {
  const opened = await openAnswerPage(services, secret);
  if (!opened) {
    const { practice } = await readSettings(unscoped(services.db, 'answers'));
    const { words } = wordsIn('en');
    return {
      practice,
      language: 'en',
      status: 404,
      title: words.nothing,
      body: paragraph(words.wrong),
      takes: false,
    };
  }
  if (!why) return viewOf(opened);
  const { words } = wordsIn(opened.page.language);
  const shown = formView(opened, { form: new Map(), faults: new Map() }, words[why]);
  return { ...shown, status: why === 'tooLarge' ? 413 : 503 };
}

/** An opened page as it stands: its form, or that it is answered for good, over or withdrawn. */
function viewOf(opened: OpenedPage): PageView {
  const { page, state, settings, message } = opened;
  const { words, tag } = wordsIn(page.language);
  const asked = { practice: settings.practice, language: tag, takes: false };
  const writeTo = paragraph(words.writeTo(message.frozen.from.address));
  const until = dayIn(tag, page.untilDay);
  if (takesAnswers(state)) {
    if (page.timesAnswered < MOST_TIMES) return formView(opened, { form: new Map(), faults: new Map() });
    return { ...asked, title: words.answered, body: paragraph(words.tooOften) + writeTo };
  }
  switch (state) {
    case 'answered':
      return {
        ...asked,
        title: words.answered,
        body: paragraph(words.answeredWords(answeredOn(opened, tag))) + writeTo,
      };
    case 'over':
      return { ...asked, status: 410, title: words.over, body: paragraph(words.overWords(until)) + writeTo };
    case 'withdrawn':
      return {
        ...asked,
        status: 410,
        title: words.withdrawn,
        body: paragraph(words.withdrawnWords) + writeTo,
      };
    case 'open':
    case 'mendable':
      throw new Error(`a page that is ${state} takes answers`);
    default:
      return state satisfies never;
  }
}

const answeredOn = ({ page, settings }: OpenedPage, tag: string): string =>
  dayIn(tag, zonedTime(settings.timeZone, page.answeredUtc ?? page.madeUtc).date);

interface Filled {
  readonly form: Form;
  readonly faults: ReadonlyMap<string, AnswerFault | FileFault>;
}

/** The form, with what was written in it and what is wrong with that. Nothing that was answered before is shown again. */
export function formView(opened: OpenedPage, { form, faults }: Filled, problem?: string): PageView {
  const { page, state, settings } = opened;
  const { words, tag } = wordsIn(page.language);
  const until = dayIn(tag, page.untilDay);
  const count = page.questions.length;
  const asks = page.once ? words.pleaseOnce(count, until) : words.please(count, until);
  const before = state === 'mendable' ? words.answeredBefore(answeredOn(opened, tag), until) : asks;
  const wrong = faults.size > 0 ? `${words.notYet(faults.size)} ${words.nothingLost}` : problem;
  return {
    practice: settings.practice,
    language: tag,
    status: faults.size > 0 ? 422 : 200,
    title: page.title,
    body:
      (wrong === undefined ? paragraph(before) : `<p class="fault" role="alert">${escapeHtml(wrong)}</p>`) +
      formHtml({ words, tag, questions: page.questions, form, faults, practice: settings.practice.name }),
    takes: true,
  };
}

/** That answers have come. */
export function thanksView({ page, settings }: OpenedPage): PageView {
  const { words, tag } = wordsIn(page.language);
  const mend = page.once ? '' : paragraph(words.mend(dayIn(tag, page.untilDay)));
  return {
    practice: settings.practice,
    language: tag,
    title: words.thanks,
    body: paragraph(words.received(settings.practice.name)) + mend,
    takes: false,
  };
}
