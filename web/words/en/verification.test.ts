import { expect, it } from 'vitest';
import { verificationLines } from './verification.ts';

const SOUND = {
  entries: 1_200,
  brokenSeal: null,
  files: 40,
  broken: 0,
  brokenFiles: [],
  notFindable: 0,
  oneNotFindable: null,
  strayWords: 0,
};

it('what is sound is said in three lines', () => {
  expect(verificationLines(SOUND)).toEqual([
    'The seals of all 1,200 entries hold.',
    'All 40 stored files are what they were.',
    'Every entry is found by its words.',
  ]);
});

it('what is broken is said with where it is needed, and where that may not be seen, without', () => {
  const lines = verificationLines({
    ...SOUND,
    brokenSeal: { entryId: 'e', subject: null },
    broken: 1,
    brokenFiles: [
      {
        sha256: 'f'.repeat(64),
        why: 'changed',
        neededBy: [
          { place: 'attachment', name: 'report.pdf', subject: 'Your report', reference: 'SV-1' },
          { place: 'document', name: 'Report', subject: null, reference: 'SV-1' },
          null,
          null,
        ],
      },
    ],
  });
  expect(lines[0]).toContain('up to something on a restricted matter');
  expect(lines[2]).toBe(
    'ffffffffffff has other bytes: the attachment report.pdf with “Your report”, SV-1; the document Report, SV-1; something on a restricted matter',
  );
  expect(lines.at(-1)).toContain('from a backup');
});
