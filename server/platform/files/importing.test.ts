import { deflateRawSync } from 'node:zlib';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDocument } from '../../../core/template/parseDocument.ts';
import { pageNodes } from '../../../core/merge/renderPages.ts';
import { textPieces } from '../../../core/merge/renderText.ts';
import { allBlocks, inlineOf } from '../../../core/template/walk.ts';
import { filePdf, joinPdfs } from '../pdf/filePdf.ts';
import { run as readWords } from '../workers/fileWordsWorker.ts';
import { htmlDocumentHere } from './htmlDocument.ts';
import { pictureSize } from './pictureSize.ts';
import { readWording } from './readWording.ts';

const words = (html: string): string[] =>
  inlineOf(htmlDocumentHere(html).content).flatMap((node) => (node.type === 'text' ? [node.text] : []));
const types = (html: string): string[] => allBlocks(htmlDocumentHere(html).content).map(({ type }) => type);

describe('HTML of any origin', () => {
  it.each([
    ['<p>a</p><p>b</p>', ['paragraph', 'paragraph']],
    ['<div>a<div>b</div>c</div>', ['paragraph', 'paragraph', 'paragraph']],
    ['<h1>a</h1><h5>b</h5><hr>', ['heading', 'heading', 'divider']],
    [
      '<ul><li>a</li><li>b<ol><li>c</li></ol></li></ul>',
      ['bulletList', 'paragraph', 'paragraph', 'orderedList', 'paragraph'],
    ],
    [
      '<table><tr><th>a</th><th>b</th></tr><tr><td>c</td><td>d</td></tr></table>',
      ['table', 'paragraph', 'paragraph', 'paragraph', 'paragraph'],
    ],
    ['<table><tr><td><p>laid out</p></td></tr></table>', ['paragraph']],
    [
      '<table><tr><td>side</td><td><table><tr><td>x</td><td>y</td></tr></table></td></tr></table>',
      ['paragraph', 'table', 'paragraph', 'paragraph'],
    ],
    ['<p> </p><p>\u00a0</p>', []],
  ])('becomes what a letter can hold: %s', (html, expected) =>
    expect(types(html).filter((type) => type !== 'none')).toEqual(expected),
  );

  it.each([
    '<script>alert(1)</script><p>kept</p>',
    '<p onclick="x()">kept</p>',
    '<style>p{}</style><p>kept</p>',
    '<p>kept<img src=x onerror=alert(1)></p>',
    '<iframe src="https://x.example"></iframe><p>kept</p>',
    '<svg><script>1</script></svg><p>kept</p>',
    '<p><a href="javascript:alert(1)">kept</a></p>',
    '<form action="https://x.example"><p>kept</p><input></form>',
  ])('loses all that is not its words: %s', (html) => {
    expect(words(html).join('').trim()).toBe('kept');
    expect(JSON.stringify(htmlDocumentHere(html))).not.toMatch(/alert|onerror|javascript|x\.example/);
  });

  it('keeps bold, italic, underline and links that can be followed, and folds its white space', () => {
    const [paragraph] = htmlDocumentHere(
      '<p>  a <b>b</b>\n  <a href="https://x.example/">c</a><br> d </p>',
    ).content;
    expect(paragraph).toEqual({
      type: 'paragraph',
      content: [
        { type: 'text', text: 'a ' },
        { type: 'text', text: 'b', marks: [{ type: 'bold' }] },
        { type: 'text', text: ' ' },
        { type: 'text', text: 'c', marks: [{ type: 'link', attrs: { href: 'https://x.example/' } }] },
        { type: 'hardBreak' },
        { type: 'text', text: 'd' },
      ],
    });
  });

  it('is always a document that can be kept, however it is broken', () => {
    const tag = fc.constantFrom(
      '<p>',
      '</p>',
      '<ul>',
      '<li>',
      '</ul>',
      '<table>',
      '<tr>',
      '<td>',
      '</td>',
      '<b>',
      'x',
      '&lt;',
      '<br>',
      '<h2>',
      '</h2>',
    );
    fc.assert(
      fc.property(fc.array(tag, { maxLength: 60 }), (tags) => {
        expect(parseDocument(htmlDocumentHere(tags.join('')), 'template').ok).toBe(true);
      }),
      { seed: 17, numRuns: 200 },
    );
  });

  it('is read in bounded depth and length', () => {
    expect(parseDocument(htmlDocumentHere('<div>'.repeat(5_000) + 'deep'), 'template').ok).toBe(true);
    expect(htmlDocumentHere('<p>x</p>'.repeat(2_000)).content.length).toBe(2_000);
  });
});

/** A ZIP of stored or deflated files, small enough to write by hand (APPNOTE 6.3.10). */
function zip(files: Readonly<Record<string, string>>): Buffer {
  const locals: Buffer[] = [];
  const entries: Buffer[] = [];
  let offset = 0;
  for (const [name, content] of Object.entries(files)) {
    const packed = deflateRawSync(Buffer.from(content));
    const common = Buffer.alloc(26);
    common.writeUInt16LE(20, 0);
    common.writeUInt16LE(8, 4);
    common.writeUInt32LE(crc32(Buffer.from(content)), 10);
    common.writeUInt32LE(packed.length, 14);
    common.writeUInt32LE(Buffer.byteLength(content), 18);
    common.writeUInt16LE(name.length, 22);
    const local = Buffer.concat([Buffer.from('504b0304', 'hex'), common, Buffer.from(name), packed]);
    const entry = Buffer.alloc(46);
    entry.writeUInt32LE(0x02014b50, 0);
    common.copy(entry, 6);
    entry.writeUInt32LE(offset, 42);
    entries.push(entry, Buffer.from(name));
    locals.push(local);
    offset += local.length;
  }
  const directory = Buffer.concat(entries);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(entries.length / 2, 8);
  end.writeUInt16LE(entries.length / 2, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(offset, 16);
  return Buffer.concat([...locals, directory, end]);
}

function crc32(bytes: Buffer): number {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit += 1) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  return ~crc >>> 0;
}

const docx = (paragraphs: string): Buffer =>
  zip({
    '[Content_Types].xml':
      '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>',
    '_rels/.rels':
      '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
    'word/document.xml': `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${paragraphs}</w:body></w:document>`,
  });

describe('wording in files', () => {
  const text = async (name: string, bytes: Buffer) => {
    const read = await readWording(name, bytes);
    return read.ok
      ? inlineOf(read.wording.body.content)
          .map((node) => (node.type === 'text' ? node.text : '/'))
          .join('')
      : read.why.code;
  };

  it('is read from a word processor’s file, in a thread of its own', async () => {
    const file = docx(
      '<w:p><w:r><w:t>Dear [Client],</w:t></w:r></w:p><w:p><w:r><w:rPr><w:b/></w:rPr><w:t>All well.</w:t></w:r></w:p>',
    );
    expect(await text('letter.docx', file)).toBe('Dear [Client],All well.');
  }, 30_000);

  it('is read from mail, the HTML of it before the text, and from old encodings', async () => {
    const mail =
      'Subject: =?utf-8?q?R=C3=A9f?=\r\nMIME-Version: 1.0\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<p>Gr&uuml;&szlig;e</p>';
    const read = await readWording('a.eml', Buffer.from(mail));
    expect(read.ok && read.wording.subject).toBe('Réf');
    expect(await text('a.eml', Buffer.from(mail))).toBe('Grüße');
    expect(await text('old.txt', Buffer.from([0x47, 0x72, 0xfc, 0xdf, 0x65]))).toBe('Grüße');
  });

  it.each([
    ['empty.txt', Buffer.alloc(0), 'fileEmpty'],
    ['blank.txt', Buffer.from(' \n \n'), 'noWording'],
    ['sheet.xlsx', Buffer.from('x'), 'endingNotRead'],
    ['torn.docx', Buffer.from('PK\u0003\u0004 and then nothing'), 'fileDamaged'],
  ])('that cannot be read is said: %s', async (name, bytes, what) => {
    expect(await text(name, bytes)).toBe(what);
  });

  it('of thirty megabytes of noise is refused, and nothing falls over', async () => {
    expect(await text('noise.docx', Buffer.alloc(30_000_000, 7))).toBe('fileDamaged');
  });
});

describe('pictures', () => {
  const png = Buffer.alloc(24);
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]).copy(png);
  png.write('IHDR', 12, 'latin1');
  png.writeUInt32BE(640, 16);
  png.writeUInt32BE(480, 20);
  const gif = Buffer.concat([Buffer.from('GIF89a'), Buffer.from([10, 0, 20, 0])]);
  const jpeg = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 4, 1, 2, 0xff, 0xc0, 0, 17, 8, 0, 30, 0, 40, 3, 1, 1]);

  it.each([
    [png, 'image/png', 640, 480],
    [gif, 'image/gif', 10, 20],
    [jpeg, 'image/jpeg', 40, 30],
  ])('are known by their bytes', (bytes, mediaType, width, height) =>
    expect(pictureSize(bytes)).toEqual({ mediaType, width, height }),
  );

  it('that are cut off, of no size, or something else are none', () => {
    for (const bytes of [png.subarray(0, 20), Buffer.alloc(30), Buffer.from('<svg/>'), jpeg.subarray(0, 9)])
      expect(pictureSize(bytes)).toBeUndefined();
    const flat = Buffer.from(png);
    flat.writeUInt32BE(0, 16);
    expect(pictureSize(flat)).toBeUndefined();
  });

  it('never send their reader round for ever', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        pictureSize(Buffer.concat([Buffer.from([0xff, 0xd8]), bytes]));
      }),
      { seed: 9, numRuns: 300 },
    );
  });
});

describe('a word processor’s file as a PDF', () => {
  const run = (text: string, place = ''): string =>
    `<w:r>${place === '' ? '' : `<w:rPr><w:vertAlign w:val="${place}"/></w:rPr>`}<w:t xml:space="preserve">${text}</w:t></w:r>`;
  const page = (...runs: string[]): Buffer => docx(`<w:p>${runs.join('')}</w:p>`);

  it('keeps what is raised and lowered, in the letter, its PDF and its text', async () => {
    const file = page(run('16 m'), run('2', 'superscript'), run(' of CO'), run('2', 'subscript'));
    const read = await readWording('area.docx', file);
    if (!read.ok) throw new Error(read.why.code);
    const marks = inlineOf(read.wording.body.content).map((node) =>
      node.type === 'text' ? (node.marks ?? []).map(({ type }) => type) : [],
    );
    expect(marks).toEqual([[], ['superscript'], [], ['subscript']]);
    expect(parseDocument(read.wording.body, 'message')).toMatchObject({ ok: true });
    const sheet = pageNodes(read.wording.body.content);
    expect(JSON.stringify(sheet)).toContain('{"text":"2","sup":true}');
    expect(JSON.stringify(sheet)).toContain('{"text":"2","sub":true}');
    expect(textPieces(read.wording.body).join('').trim()).toBe('16 m² of CO₂');
  });

  it.each([
    ['報告書の件', '報 告 書'],
    ['تقرير المعاينة', 'ت'],
    ['דוח בדיקה', 'ד'],
  ])('is refused where a page cannot show its script, which is named: %s', async (text, signs) => {
    const made = await filePdf({ name: 'report.docx', bytes: page(run(text)), atUtc: 0 });
    expect(made).toMatchObject({
      ok: false,
      why: { code: 'lettersMissing', letters: expect.stringContaining(signs) as string },
    });
  });

  it.each(['Ελληνικά', 'Отчёт', 'Żółć', 'Việt'])('shows %s', async (text) => {
    const made = await filePdf({ name: 'report.docx', bytes: page(run(text)), atUtc: 0 });
    expect(made.ok).toBe(true);
  });

  it('carries no page number alone, so that pages joined do not each say 1 of 1', async () => {
    const one = await filePdf({ name: 'one.docx', bytes: page(run('Alone')), atUtc: 0 });
    const many = docx(`<w:p>${run('Line')}</w:p>`.repeat(80));
    const two = await filePdf({ name: 'two.docx', bytes: many, atUtc: 0 });
    if (!one.ok || !two.ok) throw new Error('not made');
    const joined = await joinPdfs([
      { name: 'a.pdf', bytes: one.bytes },
      { name: 'b.pdf', bytes: one.bytes },
      { name: 'c.pdf', bytes: two.bytes },
    ]);
    if (!joined.ok) throw new Error(joined.why.code);
    const words = await readWords({ bytes: new Uint8Array(joined.bytes), mediaType: 'application/pdf' });
    expect(words).not.toMatch(/\b1 of 1\b/);
    expect(words).toMatch(/1 of 4[\s\S]*4 of 4/);
  });
});
