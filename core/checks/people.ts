import { foldName, isPartOfName } from '../model/words.ts';
import type { CheckInput } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';

/**
 * A person asked for and answered with less than a name: with part of a party's (“hal” for Hallam Vane), or with a word that
 * no name begins like.
 */
export function checkPeople({ people, record }: CheckInput): readonly Note[] {
  const names = [...new Set(record.parties.map(({ contact }) => contact.name))];
  return people.flatMap(({ key, label, answer }) => {
    const said = foldName(answer);
    if (names.some((name) => foldName(name) === said)) return [];
    const meant = names.filter((name) => isPartOfName(answer, name));
    return meant.length > 0 || !/\p{Lu}|\p{Lo}/u.test(answer)
      ? [
          caution('personUnclear', { part: 'subject' }, { label, words: answer, meant: meant.join(', ') }, [
            { kind: 'goToBlank', key },
          ]),
        ]
      : [];
  });
}
