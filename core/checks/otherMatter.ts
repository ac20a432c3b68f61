import type { CheckInput, Elsewhere } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note, NoteWhere, Remedy } from './note.ts';

/**
 * A reference, or the name of a vessel or a party, that belongs to another matter: the surest sign of wording carried
 * over from another letter. What is elsewhere comes from the practice's index, asked for this text's candidates alone.
 */
export function checkOtherMatter(input: CheckInput): readonly Note[] {
  return input.elsewhere.flatMap((found) => {
    const where = placeOf(found.words, input);
    if (!where) return [];
    const code = found.kind === 'reference' ? 'otherMatterReference' : 'otherMatterName';
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

/** Only a reference has one sure replacement: this matter's own. */
function remedyFor({ kind, words }: Elsewhere, where: NoteWhere, { record }: CheckInput): readonly Remedy[] {
  if (where.part !== 'body' || kind !== 'reference') return [];
  return [{ kind: 'replaceWords', block: where.block, words, by: record.reference }];
}
