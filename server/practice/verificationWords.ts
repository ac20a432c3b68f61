import type { Verification } from './verifyPractice.ts';

const MOST_NAMED = 20;

/** What was found, a line each, for people. */
export function verificationWords(found: Verification): readonly string[] {
  const { entries, brokenSeal, files, brokenFiles, notFindable, strayWords } = found;
  return [
    brokenSeal
      ? `Of ${entries} entries the seals hold up to “${brokenSeal.subject}” (${brokenSeal.entryId}): it, or what stands before it, was changed.`
      : `The seals of all ${entries} entries hold.`,
    brokenFiles.length === 0
      ? `All ${files} stored files are what they were.`
      : `Of ${files} stored files ${brokenFiles.length} are no longer what they were:`,
    ...brokenFiles
      .slice(0, MOST_NAMED)
      .map(({ sha256, what, neededBy }) => `  ${sha256.slice(0, 12)} ${what}: ${neededBy.join('; ')}`),
    ...(notFindable.length === 0
      ? ['Every entry is found by its words.']
      : [
          `${notFindable.length} entries are not found by their words, “${notFindable[0] ?? ''}” among them.`,
        ]),
    ...(strayWords === 0 ? [] : [`The index of words has ${strayWords} rows that are no entry’s.`]),
    ...(brokenSeal || brokenFiles.length > 0
      ? ['Nothing was changed by looking. Bring back what is broken from a backup, then look again.']
      : []),
  ];
}
