import { afterAll, describe, expect, it } from 'vitest';
import { documentOf } from '../../../core/template/document.ts';
import { letterPdf } from '../pdf/letterPdf.ts';
import type { LetterSheet } from '../pdf/letterPdf.ts';
import { pdfRenderer } from './pdfRenderer.ts';

const sheet = (subject: string): LetterSheet => ({
  letterhead: undefined,
  recipient: ['Ines Okafor'],
  reference: 'SV-2041',
  day: '25 November 2026',
  subject,
  body: documentOf([{ type: 'paragraph', content: [{ type: 'text', text: 'Dear 船' }] }]).content,
  enclosures: [],
  pictures: new Map(),
  atUtc: 0,
});
/** The file's own id is drawn anew each time. */
const withoutId = (bytes: Buffer): string => bytes.toString('latin1').replace(/\/ID \[[^\]]*\]/, '');

describe('the letter press', () => {
  const press = pdfRenderer(2);
  afterAll(() => press.close());

  it('sets what the library sets, several at once, and says what it could not draw', async () => {
    const letters = await Promise.all(['a', 'b', 'c', 'd', 'e'].map((name) => press.render(sheet(name))));
    const alone = await letterPdf(sheet('c'));
    expect(withoutId(letters[2]?.bytes ?? Buffer.alloc(0))).toBe(withoutId(alone.bytes));
    expect(letters.map(({ missing }) => missing.join(''))).toEqual(['船', '船', '船', '船', '船']);
  });

  it('fails a letter that cannot be set, and sets the next', async () => {
    const wrong = { ...sheet('x'), body: [{ type: 'nothing' }] } as unknown as LetterSheet;
    await expect(press.render(wrong)).rejects.toThrow();
    await expect(press.render(sheet('y'))).resolves.toBeDefined();
  });

  it('gives up on one that takes too long, and the next has a thread of its own', async () => {
    const hasty = pdfRenderer(1, 1);
    await expect(hasty.render(sheet('x'))).rejects.toThrow('in time');
    await expect(hasty.render(sheet('y'))).rejects.toThrow('in time');
    await hasty.close();
  });
});
