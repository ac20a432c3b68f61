import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { asId } from '../core/model/ids.ts';
import type { DocumentId } from '../core/model/ids.ts';
import { addDays } from '../core/model/plainDate.ts';
import type { PlainDate } from '../core/model/plainDate.ts';
import type { StoredDocument } from '../server/matters/matter.ts';
import type { BlobStore } from '../server/platform/blobs/blobStore.ts';
import { makePdf, makePicture } from './files.ts';
import type { Chance } from './random.ts';

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006';

/** A word processor's file with a heading and some paragraphs (ECMA-376). */
export async function makeDocx(title: string, lines: readonly string[], on: PlainDate): Promise<Buffer> {
  const zip = new ZipFile();
  const put = (path: string, xml: string): void => {
    zip.addBuffer(Buffer.from(`<?xml version="1.0" encoding="UTF-8"?>${xml}`, 'utf8'), path, {
      mtime: new Date(`${on}T12:00:00Z`),
    });
  };
  const part = 'application/vnd.openxmlformats-';
  put(
    '[Content_Types].xml',
    `<Types xmlns="${PACKAGE}/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="${part}package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="${part}officedocument.wordprocessingml.document.main+xml"/></Types>`,
  );
  put(
    '_rels/.rels',
    `<Relationships xmlns="${PACKAGE}/relationships"><Relationship Id="r1" Type="${OFFICE}/relationships/officeDocument" Target="word/document.xml"/></Relationships>`,
  );
  const paragraph = (text: string, bold = false): string =>
    `<w:p><w:r>${bold ? '<w:rPr><w:b/></w:rPr>' : ''}<w:t xml:space="preserve">${escaped(text)}</w:t></w:r></w:p>`;
  put(
    'word/document.xml',
    `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${paragraph(title, true)}${lines.map((line) => paragraph(line)).join('')}</w:body></w:document>`,
  );
  zip.end();
  return buffer(zip.outputStream);
}

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

interface Made {
  readonly name: string;
  readonly category: string;
  readonly on: PlainDate;
  readonly bytes: Buffer;
  readonly mediaType: string;
  readonly ending: string;
  readonly version?: number;
}

export async function storedFile(luck: Chance, blobs: BlobStore, made: Made): Promise<StoredDocument> {
  const { name, category, on, bytes, mediaType, ending, version = 1 } = made;
  return {
    id: asId<DocumentId>(luck.id()),
    name,
    category,
    version,
    mediaType,
    sizeBytes: bytes.length,
    addedOn: on,
    fileName: `${name}${ending}`,
    blob: await blobs.put(bytes),
  };
}

interface About {
  readonly vessel: string;
  readonly reference: string;
  readonly openedOn: PlainDate;
  readonly today: PlainDate;
  readonly luck: Chance;
  readonly blobs: BlobStore;
}

const HEARD = [
  'They would like her seen before the clocks change, and are away in the second week.',
  'The keys hang in the harbour office, behind the tide table.',
  'She was last ashore two winters ago; nobody has looked under the ballast since.',
  'The yard can lift her on any spring tide, if it is told by the Monday.',
  'They have papers for the engine, none for the rig.',
];
const SEEN = ['Port side, ashore', 'Stern, with the rudder', 'Below, looking forward', 'Mast step', 'Engine'];

/** What collects on any matter beside its reports and invoices: a note of the first call, pictures, a list. */
export async function collected({
  vessel,
  reference,
  openedOn,
  today,
  luck,
  blobs,
}: About): Promise<readonly StoredDocument[]> {
  const on = (days: number): PlainDate => {
    const day = addDays(openedOn, days);
    return day < today ? day : today;
  };
  const note = 'Note of the first call';
  const picture = luck.pick(SEEN);
  const list = [
    ['What', 'Who', 'When'],
    ['Keys', 'Harbour office', 'on the day'],
    ['Lift', 'The yard', 'high water'],
    ['Papers', vessel, 'before the survey'],
  ];
  return [
    await storedFile(luck, blobs, {
      name: note,
      category: 'Notes',
      on: on(0),
      bytes: await makeDocx(note, [`${vessel}, ${reference}.`, luck.pick(HEARD), luck.pick(HEARD)], on(0)),
      mediaType: DOCX,
      ending: '.docx',
    }),
    await storedFile(luck, blobs, {
      name: picture,
      category: 'Picture',
      on: on(6),
      bytes: makePicture(luck, true),
      mediaType: 'image/jpeg',
      ending: '.jpg',
    }),
    await storedFile(luck, blobs, {
      name: 'To bring on the day',
      category: 'Notes',
      on: on(3),
      bytes: Buffer.from(list.map((row) => row.join(',')).join('\r\n'), 'utf8'),
      mediaType: 'text/csv',
      ending: '.csv',
    }),
  ];
}

/** The practice's own documents, which lie on its general file: a price list in two versions, a sheet to send along. */
export async function ofThePractice(
  luck: Chance,
  blobs: BlobStore,
  today: PlainDate,
): Promise<readonly StoredDocument[]> {
  const prices = (day: number, each: number): Promise<Buffer> =>
    makePdf({
      title: 'Price list',
      lines: [`From ${addDays(today, -day)}. Prices are for a day on board and its report, without tax.`],
      rows: [
        ['', 'Survey', 'Price'],
        ['1', 'Up to 8 m', `£${each}`],
        ['2', 'Up to 12 m', `£${each + 140}`],
        ['3', 'Up to 20 m', `£${each + 320}`],
      ],
      day: addDays(today, -day),
    });
  const pdf = { mediaType: 'application/pdf', ending: '.pdf' } as const;
  const list = { name: 'Price list', category: 'Price list', ...pdf };
  return [
    await storedFile(luck, blobs, { ...list, on: addDays(today, -400), bytes: await prices(400, 480) }),
    await storedFile(luck, blobs, {
      ...list,
      on: addDays(today, -30),
      bytes: await prices(30, 520),
      version: 2,
    }),
    await storedFile(luck, blobs, {
      ...pdf,
      name: 'After the survey',
      category: 'Aftercare sheet',
      on: addDays(today, -200),
      bytes: await makePdf({
        title: 'After the survey',
        lines: [
          'Items graded A are to be closed before she next goes to sea; those graded B within the season.',
          'Keep the report with her papers: an insurer will ask for it, and so will whoever buys her.',
        ],
        day: addDays(today, -200),
      }),
    }),
  ];
}
