import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/** A document of another matter goes along: what concerns one client rarely concerns another. */
export const checkElsewhere = ({ enclosures }: CheckInput): readonly Note[] =>
  enclosures
    .filter(({ otherMatter }) => otherMatter === true)
    .map(({ id, fileName }) =>
      caution('enclosedFromElsewhere', { part: 'enclosures' }, { name: fileName }, [
        { kind: 'removeEnclosure', enclosureId: id },
      ]),
    );
