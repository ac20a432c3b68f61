import type { CheckInput } from './checkInput.ts';
import { caution, stop } from './note.ts';
import type { Note } from './note.ts';

/** A required blank without an answer cannot go; a message without a subject is pointed out. */
export function checkUnfilled({ openBlanks, subject, channel }: CheckInput): readonly Note[] {
  const open = openBlanks.map(({ key, label }) =>
    stop('blankUnfilled', { part: 'subject' }, { label, key }, [{ kind: 'goToBlank', key }]),
  );
  return channel !== 'text' && subject.trim() === ''
    ? [...open, caution('noSubject', { part: 'subject' })]
    : open;
}
