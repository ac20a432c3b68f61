import type { PageLife } from '../../../core/answers/pageState.ts';
import type { Mailbox } from '../../../core/model/mailbox.ts';
import type { Question } from '../../../core/template/question.ts';

/** The page of one recipient of one message. */
export interface AnswerPage extends PageLife {
  readonly id: string;
  readonly messageId: string;
  readonly matterId: string;
  readonly contactId: string | null;
  readonly recipient: Mailbox;
  /** BCP 47. */
  readonly language: string;
  /** The message's subject, and all that the page says of the matter. */
  readonly title: string;
  readonly questions: readonly Question[];
  /** ISO 4217: that of amounts. */
  readonly currency: string;
  readonly timesAnswered: number;
  readonly madeUtc: number;
}
