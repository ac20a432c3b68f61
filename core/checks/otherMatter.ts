import type { CheckInput, Elsewhere } from './checkInput.ts';
import { greetingIn } from './greeting.ts';
import { caution } from './note.ts';
import type { Note, NoteWhere, Remedy } from './note.ts';

const CODES = {
  reference: 'otherMatterReference',
  name: 'otherMatterName',
  address: 'otherMatterAddress',
} as const;

/**
 * A reference, or the name of a vessel or a party, that belongs to another matter: the surest sign of wording carried
 * over from another letter. What is elsewhere comes from the practice's index, asked for this text's candidates alone.
 */
export function checkOtherMatter(input: CheckInput): readonly Note[] {
  const greeting = greetingIn(input.lines);
  return input.elsewhere.flatMap((found) => {
    // Whom a greeting names is looked at with those it goes to.
    if (found.kind === 'name' && greeting?.words.includes(found.words)) return [];
    const where = placeOf(found.words, input);
    if (!where) return [];
    const code = CODES[found.kind];
    return [
      caution(
        code,
        where,
        { words: found.words, reference: found.matterReference },
        remedyFor(found, where, input),
      ),
    ];
  });
}

function placeOf(words: string, { lines, subject }: CheckInput): NoteWhere | undefined {
  const line = lines.find(({ text }) => text.includes(words));
  if (line) return { part: 'body', block: line.block, words };
  return subject.includes(words) ? { part: 'subject' } : undefined;
}

/** What stands in its place on this matter, where that is sure: the reference, or the name of what the matter is about. */
function remedyFor(
  { kind, words, isSubject }: Elsewhere,
  where: NoteWhere,
  { record }: CheckInput,
): readonly Remedy[] {
  if (where.part !== 'body') return [];
  const by = kind === 'reference' ? record.reference : isSubject === true ? ownName(record) : undefined;
  return by === undefined ? [] : [{ kind: 'replaceWords', block: where.block, words, by }];
}

function ownName({ type, facts }: CheckInput['record']): string | undefined {
  const value = type.nameFact === undefined ? undefined : facts[type.nameFact];
  return value?.kind === 'text' ? value.text : undefined;
}
