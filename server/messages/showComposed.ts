import type { ShelfPreview } from '../../contract/matters.ts';
import type { ComposedMessage } from '../../core/compose/index.ts';
import { lateTexts } from '../../core/merge/late.ts';

/** A composed message as it is looked at before anything is kept. */
export function showComposed(composed: ComposedMessage): Omit<ShelfPreview, 'to' | 'cc'> {
  const { subject, body, blanks, answers, enclosureNames, reader } = composed;
  return {
    subjectNodes: subject.map((node) => ({ ...node })),
    body: { ...body },
    blanks: blanks.map(({ key, label }) => ({ key, label })),
    answers: { ...answers },
    late: { ...lateTexts(composed, reader) },
    documents: [...enclosureNames],
  };
}
