import { inflateSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import type { BlockNode, InlineNode } from '../../../core/template/document.ts';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { points, windowPlace } from '../../../core/model/letterLayout.ts';
import { fontFile, fontRuns } from './fonts.ts';
import { letterPdf } from './letterPdf.ts';
import type { LetterSheet } from './letterPdf.ts';
import { unpackWoff } from './unpackWoff.ts';

const para = (...content: readonly InlineNode[]): BlockNode => ({ type: 'paragraph', content });
const text = (words: string): InlineNode => ({ type: 'text', text: words });
const sheet = (body: readonly BlockNode[], change: Partial<LetterSheet> = {}): LetterSheet => ({
  letterhead: { name: 'Tidewell & Roe', lines: ['4 Quay Row', '', '01632 960100'] },
  recipient: ['Ines Okafor', '1 Quay'],
  reference: 'SV-2041',
  day: '25 November 2026',
  subject: 'Your survey',
  body,
  enclosures: [],
  pictures: new Map(),
  atUtc: 0,
  ...change,
});
const pages = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;
/** Everything that the PDF’s packed streams say. */
const streams = (pdf: Buffer): string =>
  [...pdf.toString('latin1').matchAll(/stream\n([\s\S]*?)\nendstream/g)]
    .map(([, bytes = '']) => {
      try {
        return inflateSync(Buffer.from(bytes, 'latin1')).toString('latin1');
      } catch {
        return '';
      }
    })
    .join('\n');

describe('letters on paper', () => {
  it('have as many pages as they need, the same bytes from the same letter', async () => {
    const short = sheet([para(text('One line.'))]);
    const { bytes } = await letterPdf(short);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pages(bytes)).toBe(1);
    const long = Array.from({ length: 60 }, () =>
      para(text('A line that is long enough to be wrapped once or twice. '.repeat(3))),
    );
    expect(pages((await letterPdf(sheet(long))).bytes)).toBeGreaterThan(3);
    expect(streams((await letterPdf(short)).bytes)).toBe(streams(bytes));
  });

  it.each(['dinA', 'dinB', 'dl', 'c5'] as const)(
    'show their address in the window of %s, and begin below it',
    async (window) => {
      const place = windowPlace(window);
      const layout = { window, sideMm: 20, signatureMm: 0 };
      const address = ['Ines Okafor', 'Harbour Post', '1 Quay', 'Port Sennet', 'PS1 1AA', 'United Kingdom'];
      const { bytes } = await letterPdf(
        sheet([para(text('The first words.'))], { layout, recipient: address }),
      );
      const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
      const { items } = await (await document.getPage(1)).getTextContent();
      const millimetres = (words: string) => {
        const item = items.find((one) => 'str' in one && one.str.includes(words));
        if (!item || !('transform' in item)) throw new Error(`no ${words}`);
        return { x: item.transform[4] / points(1), y: 297 - item.transform[5] / points(1) };
      };
      for (const line of address) {
        const { x, y } = millimetres(line);
        expect(x).toBeCloseTo(place?.left ?? 0, 0);
        expect(y).toBeGreaterThan(place?.top ?? 0);
        expect(y).toBeLessThan((place?.top ?? 0) + (place?.height ?? 0));
      }
      expect(millimetres('Your survey').y).toBeGreaterThan((place?.textFrom ?? 0) - 2);
      expect(millimetres('Your survey').y).toBeLessThan((place?.textFrom ?? 0) + 12);
      expect(millimetres('The first words.').x).toBeCloseTo(20, 0);
    },
  );

  it('hold tables, lists, columns, rules, links and pictures', async () => {
    const cell = (words: string, type: 'tableCell' | 'tableHeader' = 'tableCell', colspan = 1) =>
      ({ type, attrs: { colspan, align: 'right' }, content: [para(text(words))] }) as const;
    const row = (...content: readonly ReturnType<typeof cell>[]) =>
      ({ type: 'tableRow', attrs: { repeat: null, when: null }, content }) as const;
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    const picture = 'c'.repeat(64);
    const body: BlockNode[] = [
      { type: 'heading', attrs: { level: 2 }, content: [text('Findings')] },
      {
        type: 'table',
        content: [
          row(cell('Item', 'tableHeader'), cell('Found', 'tableHeader')),
          row(cell('all of it', 'tableCell', 2)),
          row(cell('A1'), cell('bolts')),
        ],
      },
      { type: 'orderedList', content: [{ type: 'listItem', content: [para(text('one'))] }] },
      {
        type: 'columns',
        content: [
          { type: 'column', content: [para(text('left'))] },
          { type: 'column', content: [para(text('right'))] },
        ],
      },
      { type: 'divider' },
      { type: 'space', attrs: { height: 20 } },
      { type: 'button', attrs: { label: 'Pay', href: 'https://pay.example/' } },
      para(
        text('before '),
        { type: 'picture', attrs: { picture, alt: 'mark', width: 40, href: null } },
        text(' after'),
      ),
    ];
    const { bytes } = await letterPdf(
      sheet(body, {
        pictures: new Map([[picture, { mediaType: 'image/png', bytes: png }]]),
        enclosures: ['Report'],
      }),
    );
    expect(bytes.toString('latin1')).toContain('/Subtype /Image');
    expect(bytes.toString('latin1')).toContain('https://pay.example/');
  });

  it('are made although a picture of theirs is gone', async () => {
    const gone = para({
      type: 'picture',
      attrs: { picture: 'd'.repeat(64), alt: '', width: 40, href: null },
    });
    expect(pages((await letterPdf(sheet([gone, para(text('x'))]))).bytes)).toBe(1);
  });

  it('draw names in scripts that the face has, and say which signs it lacks', async () => {
    const { missing } = await letterPdf(sheet([para(text('Żaneta, Юлія, Ελένη'))], { recipient: ['王明'] }));
    expect(missing).toEqual(['王', '明']);
  });
});

describe('the letter face', () => {
  it('is cut into runs where the range changes, and breaks stay with what they follow', () => {
    expect(fontRuns('Łąka\nYulia').runs.map(({ text: run, range }) => [run, range])).toEqual([
      ['Łą', 'latin-ext'],
      ['ka\nYulia', 'latin'],
    ]);
    expect(fontRuns('Юлія').runs).toHaveLength(1);
    expect(fontRuns('')).toEqual({ runs: [], missing: [] });
  });

  it('is unpacked into the tables of a font file, and what is no font is refused', () => {
    const packed = fontFile('latin', 'normal');
    const font = unpackWoff(packed);
    expect(font.length).toBeGreaterThan(packed.length);
    const count = font.readUInt16BE(4);
    const tags = Array.from({ length: count }, (_, n) => font.toString('latin1', 12 + n * 16, 16 + n * 16));
    expect(tags).toEqual(expect.arrayContaining(['cmap', 'head', 'hmtx', 'name']));
    for (let n = 0; n < count; n += 1) expect(font.readUInt32BE(12 + n * 16 + 8) % 4).toBe(0);
    expect(() => unpackWoff(Buffer.from('nothing of the kind'))).toThrow(RangeError);
    const torn = Buffer.from(packed);
    torn.writeUInt32BE(0x7fffffff, 44 + 8);
    expect(() => unpackWoff(torn)).toThrow(RangeError);
  });
});
