import { isPrintable } from '../model/printable.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** What goes with a letter is printed along; a file that no page can be made of is not, and has to be laid in by hand. */
export const checkPrinted = ({ channel, enclosures }: CheckInput): readonly Note[] =>
  channel === 'letter'
    ? enclosures
        .filter(({ fileName }) => !isPrintable(fileName))
        .map(({ id, fileName }) =>
          caution('notPrinted', { part: 'enclosures' }, { name: fileName }, [
            { kind: 'removeEnclosure', enclosureId: id },
          ]),
        )
    : [];
