import type { CheckInput } from './checkInput.ts';
import { greetingIn } from './greeting.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { foldText } from '../model/words.ts';

/** An answer to all that greets one of them alone: perhaps the others were not meant to read it. */
export function checkReplyToAll({ answersAll, lines, recipients }: CheckInput): readonly Note[] {
  const everyone = [...recipients.to, ...recipients.cc];
  const greeting = greetingIn(lines);
  if (!answersAll || !greeting || everyone.length < 2) return [];
  const said = new Set(foldText(greeting.words).folded);
  const greeted = everyone.filter(({ name }) => foldText(name).folded.some((word) => said.has(word)));
  const [only] = greeted;
  if (greeted.length !== 1 || !only || recipients.to.length !== 1) return [];
  const where = { part: 'body', block: greeting.line.block, words: greeting.words } as const;
  return [
    caution('answersAllGreetsOne', where, { name: only.name, others: everyone.length - 1 }, [
      { kind: 'keepOnly', address: only.address, name: only.name },
    ]),
  ];
}
