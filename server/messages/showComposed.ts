import type { ShelfPreview } from '../../contract/matters.ts';
import type { ComposedMessage } from '../../core/compose/index.ts';
import { finishMessage } from '../../core/merge/finish.ts';
import { lateTexts } from '../../core/merge/late.ts';
import { namesOf } from '../../core/model/mailbox.ts';

/** A composed message as it is looked at before anything is kept. */
export function showComposed(composed: ComposedMessage): ShelfPreview {
  const { recipients, subject, body, blanks, answers, enclosureNames, reader, sendOptions } = composed;
  const finished = finishMessage(composed, reader, sendOptions);
  return {
    to: namesOf(recipients.to),
    cc: namesOf(recipients.cc),
    bcc: namesOf(recipients.bcc),
    subject: finished.subject,
    text: finished.text,
    subjectNodes: subject.map((node) => ({ ...node })),
    body: { ...body },
    blanks: blanks.map(({ key, label }) => ({ key, label })),
    answers: { ...answers },
    late: { ...lateTexts(composed, reader) },
    documents: [...enclosureNames],
  };
}
