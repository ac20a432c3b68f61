import type { CheckInput } from './checkInput.ts';
import { stop } from './note.ts';
import type { Note } from './note.ts';

/**
 * A message that asks leads each recipient to a page of their own: whoever gets a copy could answer in their place, and
 * without a way there nobody could answer.
 */
export function checkQuestions({ asking, recipients: { cc, bcc } }: CheckInput): readonly Note[] {
  if (!asking) return [];
  return [
    ...(cc.length > 0 ? [stop('askedOfCopies', { part: 'cc' })] : []),
    ...(bcc.length > 0 ? [stop('askedOfCopies', { part: 'bcc' })] : []),
    ...(asking.hasAddress && asking.hasWay ? [] : [stop('noAnswerPage', { part: 'subject' })]),
  ];
}
