import { describe, expect, it } from 'vitest';
import { labelledDraft } from '../tests/labelledDrafts.ts';
import type { CheckInput } from './checkInput.ts';
import { runChecks } from './index.ts';
import type { Note, Remedy } from './note.ts';

const DRAFTS = Array.from({ length: 400 }, (_, n) => labelledDraft(n + 1));

/** A draft as it stands once a remedy was carried out, as the sheet would. */
function carriedOut(input: CheckInput, remedy: Remedy): CheckInput | undefined {
  const { recipients, enclosures } = input;
  const everywhere = (change: (line: CheckInput['recipients']['to']) => CheckInput['recipients']['to']) => ({
    ...input,
    recipients: { to: change(recipients.to), cc: change(recipients.cc), bcc: change(recipients.bcc) },
  });
  switch (remedy.kind) {
    case 'replaceWords':
      return {
        ...input,
        lines: input.lines.map((line) =>
          line.block === remedy.block ? { ...line, text: line.text.replace(remedy.words, remedy.by) } : line,
        ),
        values: input.values.map((value) =>
          value.block === remedy.block && value.words === remedy.words
            ? { ...value, words: remedy.by }
            : value,
        ),
        links: input.links.map((link) =>
          link.block === remedy.block && link.words === remedy.words ? { ...link, words: remedy.by } : link,
        ),
      };
    case 'removeRecipient':
      return everywhere((line) => line.filter(({ address }) => address !== remedy.address));
    case 'keepOnly':
      return everywhere((line) => line.filter(({ address }) => address === remedy.address));
    case 'removeEnclosure':
      return {
        ...input,
        enclosures: enclosures.filter(({ id }) => id !== remedy.enclosureId),
      };
    case 'enclose': {
      const document = input.record.documents.find(({ id }) => id === remedy.documentId);
      if (!document) return undefined;
      const { id, category, sizeBytes, name } = document;
      return {
        ...input,
        enclosures: [...enclosures, { id, documentId: id, category, sizeBytes, fileName: `${name}.pdf` }],
      };
    }
    case 'replaceEnclosure': {
      const document = input.record.documents.find(({ id }) => id === remedy.by);
      if (!document) return undefined;
      return {
        ...input,
        enclosures: enclosures.map((one) =>
          one.id === remedy.enclosureId ? { ...one, documentId: document.id } : one,
        ),
      };
    }
    default:
      return undefined;
  }
}

const sameNote =
  (one: Note) =>
  (other: Note): boolean =>
    one.code === other.code && JSON.stringify(one.where) === JSON.stringify(other.where);

describe('over hundreds of drafts, what the margin says', () => {
  it('stands at words that are there', () => {
    for (const { input } of DRAFTS)
      for (const { where, code } of runChecks(input)) {
        if (where.part !== 'body') continue;
        const line = input.lines.find(({ block }) => block === where.block);
        expect([code, line?.text.includes(where.words)]).toEqual([code, true]);
      }
  });

  it('is settled by its remedy, wherever it offers one', () => {
    let tried = 0;
    for (const { input } of DRAFTS)
      for (const note of runChecks(input))
        for (const remedy of note.remedies) {
          const mended = carriedOut(input, remedy);
          if (!mended) continue;
          tried += 1;
          expect(runChecks(mended).filter(sameNote(note)), `${note.code} by ${remedy.kind}`).toEqual([]);
        }
    expect(tried).toBeGreaterThan(100);
  });

  it('is the same however often it is asked, and changes nothing', () => {
    for (const { input } of DRAFTS.slice(0, 60)) {
      const before = JSON.stringify(input.lines);
      expect(runChecks(input)).toEqual(runChecks(input));
      expect(JSON.stringify(input.lines)).toBe(before);
    }
  });

  it('is silent on cautions that the practice does without, and on no stop', () => {
    for (const { input } of DRAFTS) {
      const notes = runChecks(input);
      const turnedOff = new Set<string>(notes.map(({ code }) => code));
      expect(runChecks({ ...input, turnedOff })).toEqual(notes.filter(({ severity }) => severity === 'stop'));
    }
  });
});
