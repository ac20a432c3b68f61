import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** A value that the record filled in, and that the record says otherwise by now; shown with what was and what is. */
export function checkRecordChanged({ values }: CheckInput): readonly Note[] {
  return values.flatMap(({ block, words, original, current, label, kind }): readonly Note[] => {
    if (current === undefined || current === original || current === words) return [];
    // An amount overwritten by hand has its own word, which names the record's amount as it is now.
    if (kind === 'money' && words !== original) return [];
    const params = { label, was: original, now: current };
    if (block === null) return [caution('recordChanged', { part: 'subject' }, params)];
    return [
      caution('recordChanged', { part: 'body', block, words }, params, [
        { kind: 'replaceWords', block, words, by: current },
      ]),
    ];
  });
}
