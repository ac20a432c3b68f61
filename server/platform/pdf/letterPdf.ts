import pdfMake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { PageNode, PageText } from '../../../core/merge/renderPages.ts';
import { pageNodes } from '../../../core/merge/renderPages.ts';
import { groupBy } from '../../../core/model/groupBy.ts';
import type { BlockNode } from '../../../core/template/document.ts';
import { points, windowPlace } from '../../../core/model/letterLayout.ts';
import type { LetterLayout, WindowPlace } from '../../../core/model/letterLayout.ts';
import { fontRuns, letterFonts } from './fonts.ts';

/** The library has a file system of its own, which its types do not tell of; it reads fonts from there. */
const { virtualfs } = pdfMake as unknown as {
  readonly virtualfs: { readonly writeFileSync: (name: string, file: Buffer) => void };
};
for (const [range, fonts] of groupBy(letterFonts(), (font) => font.range)) {
  for (const { name, file } of fonts) virtualfs.writeFileSync(name, file);
  pdfMake.addFonts({ [range]: Object.fromEntries(fonts.map(({ style, name }) => [style, name])) });
}
// A letter reads nothing but what it is given: the fonts every reader has, no other file and no address.
pdfMake.setLocalAccessPolicy((path: string) =>
  /^(?:Times|Helvetica|Courier|Symbol|ZapfDingbats)\b/.test(path),
);
pdfMake.setUrlAccessPolicy(() => false);

/** A letter as it goes on paper. */
export interface LetterSheet {
  /** Without one the pages are plain: no letter of the practice's. */
  readonly letterhead: { readonly name: string; readonly lines: readonly string[] } | undefined;
  /** Name and postal address of whom it goes to, a line each. */
  readonly recipient: readonly string[];
  readonly reference: string;
  readonly day: string;
  readonly subject: string;
  readonly body: readonly BlockNode[];
  readonly enclosures: readonly string[];
  /** Bytes of the pictures it shows, by their SHA-256. */
  readonly pictures: ReadonlyMap<string, { readonly mediaType: string; readonly bytes: Buffer }>;
  /** Milliseconds since 1970, for the file's own record. */
  readonly atUtc: number;
  /** Where its address stands, and what is left free at the sides; as always where it is not said. */
  readonly layout?: LetterLayout;
  /** Without them where its pages become part of a longer whole. */
  readonly pageNumbers?: false;
}

export interface LetterPdf {
  readonly bytes: Buffer;
  /** Signs that the letter face cannot draw. */
  readonly missing: readonly string[];
}

/** Sets a letter under the practice's letterhead, with page numbers and a line of its enclosures. */
export async function letterPdf(sheet: LetterSheet): Promise<LetterPdf> {
  const missing = new Set<string>();
  const set = (node: PageNode): Content => setNode(node, missing);
  const { letterhead, recipient, reference, day, subject, body, enclosures } = sheet;
  const side = sheet.layout ? points(sheet.layout.sideMm) : SIDE;
  const top = letterhead ? 118 : 64;
  const place = sheet.layout && windowPlace(sheet.layout.window);
  const definition: TDocumentDefinitions = {
    info: { title: subject, creationDate: new Date(sheet.atUtc), producer: 'Officium' },
    defaultStyle: { font: 'latin', fontSize: 11, lineHeight: 1.25 },
    pageSize: 'A4',
    pageMargins: [side, top, side, 64],
    ...(letterhead
      ? {
          header: (page: number) =>
            page === 1 ? heading(letterhead, set) : runningHead(reference, subject, set),
        }
      : {}),
    footer: (page, pages) => ({
      // A letter of one page needs no number, and joined to others it would count wrongly.
      text: sheet.pageNumbers === false || pages === 1 ? '' : `${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8.5,
      color: '#5a6a65',
      margin: [0, 20, 0, 0],
    }),
    images: Object.fromEntries(
      [...drawable(sheet.pictures)].map(([name, { mediaType, bytes }]) => [
        name,
        `data:${mediaType};base64,${bytes.toString('base64')}`,
      ]),
    ),
    content: [
      ...(place
        ? inWindow(place, { recipient, day, reference }, top, set)
        : [inFlow({ recipient, day, reference }, set)]),
      ...(subject === '' ? [] : [set({ text: subject, bold: true, fontSize: 12, margin: [0, 0, 0, 12] })]),
      ...pageNodes(body.flatMap((block) => known(block, drawable(sheet.pictures)))).map(set),
      ...(enclosures.length > 0
        ? [set({ text: `Enclosed: ${enclosures.join('; ')}`, fontSize: 9.5, margin: [0, 14, 0, 0] })]
        : []),
    ],
  };
  const bytes = await pdfMake.createPdf(definition).getBuffer();
  return { bytes, missing: [...missing] };
}

/** At either side, in points, where the practice has not said. */
const SIDE = 72;

type Opening = Pick<LetterSheet, 'recipient' | 'day' | 'reference'>;

const inFlow = ({ recipient, day, reference }: Opening, set: Set): Content => ({
  columns: [
    { width: '*', stack: recipient.map((text) => set({ text })) },
    {
      width: 'auto',
      stack: [set({ text: day, alignment: 'right' }), set({ text: reference, alignment: 'right' })],
    },
  ],
  margin: [0, 0, 0, 26],
});

/** The address where a window shows it, the day and the reference beside it; the text begins below. */
const inWindow = (
  place: WindowPlace,
  { recipient, day, reference }: Opening,
  top: number,
  set: Set,
): readonly Content[] => [
  {
    // Six lines of an address fit into every window.
    columns: [
      {
        width: points(place.width),
        stack: recipient.map((text) => set({ text, fontSize: 9.5 })),
        lineHeight: 1,
      },
    ],
    absolutePosition: { x: points(place.left), y: points(place.top) },
  },
  {
    stack: [set({ text: day, alignment: 'right' }), set({ text: reference, alignment: 'right' })],
    margin: [0, Math.max(0, points(place.top) - top), 0, 0],
  },
  {
    text: '',
    margin: [0, Math.max(0, points(place.textFrom) - Math.max(top, points(place.top)) - 3 * LINE), 0, 0],
  },
];

/** A line of text, in points; the day, the reference and the space itself take one each. */
const LINE = 17.3;

const TABLE_LAYOUT = {
  hLineWidth: (line: number) => (line === 0 ? 0 : 0.5),
  vLineWidth: () => 0,
  hLineColor: () => '#c9c0ae',
  paddingLeft: (column: number) => (column === 0 ? 0 : 8),
  paddingRight: () => 0,
  paddingTop: () => 3,
  paddingBottom: () => 3,
};

/** Those that the library can draw. */
const drawable = (pictures: LetterSheet['pictures']): LetterSheet['pictures'] =>
  new Map([...pictures].filter(([, { mediaType }]) => /^image\/(?:png|jpeg)$/.test(mediaType)));

/** A picture that is gone must not keep the letter from being made: it leaves its place. */
function known(block: BlockNode, pictures: LetterSheet['pictures']): readonly BlockNode[] {
  if (block.type !== 'paragraph' && block.type !== 'heading') return [block];
  const content = (block.content ?? []).filter(
    (node) => node.type !== 'picture' || pictures.has(node.attrs.picture),
  );
  return [{ ...block, content }];
}

type Set = (node: PageNode) => Content;

const heading = ({ name, lines }: NonNullable<LetterSheet['letterhead']>, set: Set): Content => ({
  stack: [
    set({ text: name, bold: true, fontSize: 17 }),
    set({ text: lines.filter(Boolean).join('  ·  '), fontSize: 9, color: '#435854' }),
    { canvas: [{ type: 'line', x1: 0, y1: 6, x2: 451, y2: 6, lineWidth: 1.2, lineColor: '#2a6a5e' }] },
  ],
  margin: [72, 40, 72, 0],
});

const runningHead = (reference: string, subject: string, set: Set): Content => ({
  stack: [set({ text: [reference, subject].filter(Boolean).join('  ·  '), fontSize: 9, color: '#5a6a65' })],
  margin: [72, 46, 72, 0],
});

/** Gives each run of signs the file of the face that draws it, and otherwise leaves a node as it is. */
function setNode(node: PageNode, missing: Missing): Content {
  if ('text' in node) return setText(node, missing);
  if ('stack' in node) return { ...node, stack: node.stack.map((one) => setNode(one, missing)) };
  if ('ul' in node) return { ...node, ul: node.ul.map((one) => setNode(one, missing)) };
  if ('ol' in node) return { ...node, ol: node.ol.map((one) => setNode(one, missing)) };
  if ('columns' in node) return { ...node, columns: node.columns.map((one) => setNode(one, missing)) };
  if ('table' in node) {
    const body = node.table.body.map((row) =>
      row.map(({ stack, ...cell }) => ({ ...cell, stack: stack.map((one) => setNode(one, missing)) })),
    );
    return { ...node, table: { ...node.table, widths: [...node.table.widths], body }, layout: TABLE_LAYOUT };
  }
  if ('canvas' in node) return { ...node, canvas: node.canvas.map((rule) => ({ ...rule })) };
  return { ...node };
}

type Missing = { readonly add: (sign: string) => unknown };

function setText({ text, ...style }: PageText, missing: Missing): Content {
  if (typeof text !== 'string')
    return { ...style, text: text.map((one) => setText(one, missing)) } as Content;
  const found = fontRuns(text);
  for (const sign of found.missing) missing.add(sign);
  const [only] = found.runs;
  if (found.runs.length <= 1) return { ...style, text, ...(only ? { font: only.range } : {}) };
  return { ...style, text: found.runs.map((run) => ({ text: run.text, font: run.range })) };
}
