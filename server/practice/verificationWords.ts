import type { Needed } from './needed.ts';
import type { Verification } from './verifyPractice.ts';

const MOST_NAMED = 20;

/** What is said instead of what stands on a matter that the reader may not see. */
const SOMEWHERE = 'something on a restricted matter';

/** What was found, a line each, for people; what stands on a hidden matter is told without its name. */
export function verificationWords(
  found: Verification,
  hidden: ReadonlySet<string> = new Set(),
): readonly string[] {
  const { entries, brokenSeal, files, brokenFiles, notFindable, strayWords } = found;
  const named = ({ words, matterId }: Needed): string =>
    matterId !== null && hidden.has(matterId) ? SOMEWHERE : words;
  const seal = brokenSeal && named({ words: `“${brokenSeal.subject}”`, matterId: brokenSeal.matterId });
  return [
    seal !== null && brokenSeal
      ? `Of ${entries} entries the seals hold up to ${seal} (${brokenSeal.entryId}): it, or what stands before it, was changed.`
      : `The seals of all ${entries} entries hold.`,
    brokenFiles.length === 0
      ? `All ${files} stored files are what they were.`
      : `Of ${files} stored files ${brokenFiles.length} are no longer what they were:`,
    ...brokenFiles
      .slice(0, MOST_NAMED)
      .map(
        ({ sha256, what, neededBy }) =>
          `  ${sha256.slice(0, 12)} ${what}: ${[...new Set(neededBy.map(named))].join('; ')}`,
      ),
    ...(notFindable.length === 0
      ? ['Every entry is found by its words.']
      : [
          `${notFindable.length} entries are not found by their words, ${firstOf(notFindable, named)} among them.`,
        ]),
    ...(strayWords === 0 ? [] : [`The index of words has ${strayWords} rows that are no entry’s.`]),
    ...(brokenSeal || brokenFiles.length > 0
      ? ['Nothing was changed by looking. Bring back what is broken from a backup, then look again.']
      : []),
  ];
}

const firstOf = ([first]: readonly Needed[], named: (one: Needed) => string): string =>
  first ? named({ ...first, words: `“${first.words}”` }) : '';
