import pdfMake from 'pdfmake';
import type { Content } from 'pdfmake/interfaces.js';
import { documentOf } from '../core/template/document.ts';
import type { BlockNode } from '../core/template/document.ts';
import { fontFile } from '../server/platform/pdf/fonts.ts';
import { letterPdf } from '../server/platform/pdf/letterPdf.ts';
import type { LetterSheet } from '../server/platform/pdf/letterPdf.ts';
import { pdfRenderer } from '../server/platform/workers/pdfRenderer.ts';
import { byRate, interleave } from './measure.ts';
import type { Measured } from './measure.ts';

/** Letters a round; each is set anew on both sides. */
const LETTERS = 4;
const WORDS = 'Here is our report on the vessel, seen ashore on Friday 13 November 2026, and what we found. ';

const paragraphs = Array.from({ length: 8 }, () => WORDS.repeat(3));
const body: readonly BlockNode[] = documentOf(
  paragraphs.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
).content;
const sheet: LetterSheet = {
  letterhead: { name: 'Tidewell & Roe', lines: ['4 Quay Row, Port Sennet', '01632 960100'] },
  recipient: ['Ines Okafor', '1 Quay'],
  reference: 'SV-2041',
  day: '25 November 2026',
  subject: 'Your survey report',
  body,
  enclosures: ['Survey report'],
  pictures: new Map(),
  atUtc: 0,
};

/** The library as its guide has it: the same face, handed over as the file it is. */
async function plainPdf(): Promise<Buffer> {
  const { virtualfs } = pdfMake as unknown as {
    readonly virtualfs: { readonly writeFileSync: (name: string, file: Buffer) => void };
  };
  virtualfs.writeFileSync('bench-normal', fontFile('latin', 'normal'));
  virtualfs.writeFileSync('bench-bold', fontFile('latin', 'bold'));
  pdfMake.addFonts({ Bench: { normal: 'bench-normal', bold: 'bench-bold' } });
  const content: Content[] = [
    { text: sheet.recipient.join('\n') },
    { text: sheet.subject, bold: true },
    ...paragraphs.map((text): Content => ({ text, margin: [0, 0, 0, 8] })),
  ];
  return pdfMake
    .createPdf({ defaultStyle: { font: 'Bench', fontSize: 11 }, pageMargins: [72, 118, 72, 64], content })
    .getBuffer();
}

/** Setting letters on paper, against the same library with the same face and nothing kept between letters. */
export async function benchLetters(): Promise<readonly Measured[]> {
  const times = await interleave({
    ours: async () => {
      for (let n = 0; n < LETTERS; n += 1) await letterPdf(sheet);
    },
    plain: async () => {
      for (let n = 0; n < LETTERS; n += 1) await plainPdf();
    },
  });
  return [
    byRate(
      'letters: PDF of a page',
      LETTERS,
      times['ours'] ?? NaN,
      'pdfmake, same face',
      times['plain'] ?? NaN,
    ),
    await benchThreads(),
  ];
}

/** Letters a round for the threads: enough that both have work to the end. */
const MANY = 24;

/** A round's letters, with two threads against one. */
async function benchThreads(): Promise<Measured> {
  const [one, two] = [pdfRenderer(1), pdfRenderer(2)];
  const all = (press: typeof one) => () =>
    Promise.all(Array.from({ length: MANY }, () => press.render(sheet)));
  const times = await interleave({ one: all(one), two: all(two) });
  await Promise.all([one.close(), two.close()]);
  return byRate('letters: set in two threads', MANY, times['two'] ?? NaN, 'one thread', times['one'] ?? NaN);
}
