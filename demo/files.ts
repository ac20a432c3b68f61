import jpeg from 'jpeg-js';
import pdfMake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { Chance } from './random.ts';

/** Times is one of the fonts every reader has (PDF 1.7 §9.6.2.2): nothing to embed, and a hundred documents in seconds. */
pdfMake.addFonts({ Times: { normal: 'Times-Roman', bold: 'Times-Bold' } });
pdfMake.setLocalAccessPolicy(() => true);
pdfMake.setUrlAccessPolicy(() => false);

export interface Page {
  readonly title: string;
  readonly lines: readonly string[];
  readonly rows?: readonly (readonly string[])[];
  readonly day: string;
}

/** A document as the practice prints it: letterhead, title, text, a table where there is one. */
export async function makePdf({ title, lines, rows, day }: Page): Promise<Buffer> {
  const table: Content[] =
    rows && rows.length > 0
      ? [
          {
            table: {
              widths: rows[0]?.map((_, n) => (n === 1 ? '*' : 'auto')) ?? [],
              body: rows.map((row) => [...row]),
            },
            layout: 'lightHorizontalLines',
            margin: [0, 8, 0, 8],
          },
        ]
      : [];
  const definition: TDocumentDefinitions = {
    info: { title, creationDate: new Date(`${day}T12:00:00Z`) },
    defaultStyle: { font: 'Times', fontSize: 10.5, lineHeight: 1.3 },
    pageMargins: [64, 90, 64, 64],
    header: {
      text: 'Tidewell & Roe  ·  Marine Surveyors  ·  4 Quay Row, Port Sennet',
      alignment: 'center',
      margin: [0, 36, 0, 0],
      fontSize: 9,
    },
    footer: (page, pages) => ({ text: `${page} of ${pages}`, alignment: 'center', fontSize: 8 }),
    content: [
      { text: title, fontSize: 18, bold: true, margin: [0, 0, 0, 12] },
      ...lines.map((text): Content => ({ text, margin: [0, 0, 0, 8] })),
      ...table,
    ],
  };
  return pdfMake.createPdf(definition).getBuffer();
}

const WIDTH = 640;
const HEIGHT = 420;

/** A picture from the quay: sky, sea and a hull in the colours of one grey day or another; `small` is half as wide and high. */
export function makePicture(luck: Chance, small = false): Buffer {
  const step = small ? 2 : 1;
  const [width, height] = [WIDTH / step, HEIGHT / step];
  const data = Buffer.alloc(width * height * 4, 255);
  const horizon = luck.between(140, 220);
  const [hullX, hullWidth, tint] = [luck.between(120, 300), luck.between(180, 300), luck.between(0, 60)];
  const hullY = horizon + luck.between(20, 60);
  const middle = hullX + hullWidth / 2;
  let at = 0;
  // A quarter of a million times for one picture: nothing is made anew for a point.
  for (let y = 0; y < HEIGHT; y += step) {
    for (let x = 0; x < WIDTH; x += step) {
      const grain = luck.between(-6, 6);
      let r = 70;
      let g = 104 + (y - horizon) / 8;
      let b = 112 + tint / 2;
      if (y > hullY && y < hullY + 70 - Math.abs(x - middle) / 5 && x > hullX && x < hullX + hullWidth) {
        r = 90 + tint;
        g = 60;
        b = 50;
      } else if (Math.abs(x - middle) < 2 && y > hullY - 130 && y <= hullY) {
        g = 60;
        b = 50;
      } else if (y < horizon) {
        r = 176 + y / 6;
        g = 190 + y / 8;
        b = 200;
      }
      data[at] = Math.min(255, r + grain);
      data[at + 1] = Math.min(255, g + grain);
      data[at + 2] = Math.min(255, b + grain);
      at += 4;
    }
  }
  return jpeg.encode({ data, width, height }, 78).data;
}
