import { latestOfCategory } from '../shelf/documents.ts';
import type { MatterDocument, MatterRecord } from '../model/matter.ts';
import { announcedIn } from './announced.ts';
import type { CheckInput, Line } from './checkInput.ts';
import { caution } from './note.ts';
import type { Note } from './note.ts';
import { sentenceAround } from './sentences.ts';
import { findPhrase, foldText } from '../model/words.ts';
import type { FoldedText } from '../model/words.ts';

interface Spoken {
  readonly line: Line;
  readonly words: string;
  readonly sentence: FoldedText;
}

/**
 * Text that speaks of an enclosure, and what is enclosed, should agree: a category of the matter's documents named in
 * such a sentence should be there; where nothing is enclosed at all, that is said; and what is enclosed should be
 * spoken of.
 */
export function checkEnclosures(input: CheckInput): readonly Note[] {
  const spoken = input.lines.flatMap((line) => spokenIn(line, input.record));
  if (spoken.length === 0) return unspoken(input);
  const missing = missingCategories(spoken, input);
  if (missing.length > 0) return missing;
  const [first] = spoken;
  if (input.enclosures.length > 0 || !first) return [];
  return [caution('noneEnclosed', { part: 'body', block: first.line.block, words: first.words })];
}

/** Where a line says that something goes with this very message. */
const spokenIn = (line: Line, record: MatterRecord): readonly Spoken[] =>
  announcedIn(line.text, record).map(({ words, at }) => ({
    line,
    words,
    sentence: foldText(sentenceAround(line.text, at)),
  }));

function missingCategories(
  spoken: readonly Spoken[],
  { record, enclosures, wanted }: CheckInput,
): readonly Note[] {
  // What must go along is stopped by name already; once is enough.
  const stopped = new Set(wanted.map(({ category }) => category));
  const categories = [...new Set(record.documents.map(({ category }) => category))].filter(
    (category) => !stopped.has(category),
  );
  const told = new Set<string>();
  return spoken.flatMap(({ line, sentence }) =>
    categories.flatMap((category) => {
      const words = findPhrase(sentence, category);
      const document = latestOfCategory(record.documents, category);
      const there = enclosures.some((one) => one.category === category);
      if (words === undefined || !document || there || told.has(category)) return [];
      told.add(category);
      return [missingNote(line, words, document)];
    }),
  );
}

const missingNote = (line: Line, words: string, document: MatterDocument): Note =>
  caution(
    'spokenNotEnclosed',
    { part: 'body', block: line.block, words },
    { category: document.category, name: document.name, addedOn: document.addedOn },
    [{ kind: 'enclose', documentId: document.id, name: document.name }],
  );

function unspoken({ enclosures, lines }: CheckInput): readonly Note[] {
  const text = foldText(lines.map((line) => line.text).join('\n'));
  const silent = enclosures.filter(({ category, fileName }) => {
    const name = fileName.replace(/\.[^.]+$/, '');
    return findPhrase(text, category) === undefined && findPhrase(text, name) === undefined;
  });
  const [first] = silent;
  return first
    ? [caution('enclosedNotSpoken', { part: 'enclosures' }, { name: first.fileName, count: silent.length })]
    : [];
}
