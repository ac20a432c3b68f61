import { foldName } from '../model/words.ts';
import type { Signal } from './evidence.ts';

const IN_SUBJECT = 5.5;
const IN_TEXT = 4;

/** A name on two matters says which two, no more. */
const spread = (count: number): number => 1.2 * Math.log(count);

/** What the matter is about, or one of its people, is named. A name that several matters have speaks for each the less. */
export const names: Signal = ({ mail, namesIn, facts }, { id }) => {
  // Whoever signs a letter is named in each of theirs.
  const writer = foldName(mail.from.name);
  const named = (found: ReadonlyMap<string, string>): readonly (readonly [string, number])[] =>
    [...found].flatMap(([key, words]) => {
      const on = key === writer ? [] : (facts.byName.get(key) ?? []);
      return on.includes(id) ? [[words, on.length] as const] : [];
    });
  const rarest = (list: readonly (readonly [string, number])[]) => [...list].sort((a, b) => a[1] - b[1])[0];
  const inSubject = rarest(named(namesIn.subject));
  if (inSubject)
    return {
      code: 'nameInSubject',
      weight: IN_SUBJECT - spread(inSubject[1]),
      params: { words: inSubject[0] },
    };
  const inText = rarest(named(namesIn.text));
  return inText && { code: 'nameInText', weight: IN_TEXT - spread(inText[1]), params: { words: inText[0] } };
};
