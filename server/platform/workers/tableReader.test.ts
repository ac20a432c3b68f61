import { buffer } from 'node:stream/consumers';
import iconv from 'iconv-lite';
import { describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { readTable } from './tableReader.ts';

const read = (bytes: Buffer, mostRows = 100) => readTable({ bytes, mostRows });

describe('a list', () => {
  it('is read whatever separates its cells, quoted or not (RFC 4180)', async () => {
    for (const separator of [',', ';', '\t']) {
      const text =
        ['Name', 'Note'].join(separator) + '\r\n' + ['Vane', `"a ""b""${separator}c"`].join(separator);
      expect(await read(Buffer.from(text))).toMatchObject({
        separator,
        encoding: 'UTF-8',
        rows: [
          ['Name', 'Note'],
          ['Vane', `a "b"${separator}c`],
        ],
      });
    }
  });

  it.each([
    ['utf16le', 'UTF-16', 'Søren Ødegård,Bodø'],
    ['windows-1252', 'windows-1252', 'Søren Ødegård,Café – naïve “quote” €5'],
    ['windows-1251', 'windows-1251', 'Иванов Пётр Сергеевич,улица Ленина дом пять квартира двадцать'],
    ['shift_jis', 'Shift_JIS', '山田太郎,東京都千代田区丸の内一丁目、日本語の住所です'],
  ])('is read as it was written, in %s', async (encoding, said, line) => {
    const bytes = iconv.encode(`Name,Town\n${line}\n`, encoding, { addBOM: encoding === 'utf16le' });
    const table = await read(bytes);
    expect([table.encoding, table.rows[1]?.join(',')]).toEqual([said, line]);
  });

  it('says where it was cut, and where a quotation mark is never closed', async () => {
    expect(await read(Buffer.from('a\nb\nc\n'), 2)).toMatchObject({ rows: [['a'], ['b']], cut: true });
    expect(await read(Buffer.from('a,b\nc,"d\ne,f\n'))).toMatchObject({ unclosed: 2 });
  });
});

describe('a spreadsheet', () => {
  /** The least that a workbook holds (ISO/IEC 29500-1, 12.2 and 18.3): figures, shared words, a day by its number format. */
  const PARTS = {
    '[Content_Types].xml':
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>',
    '_rels/.rels':
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>',
    'xl/workbook.xml':
      '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Fees" sheetId="1" r:id="r1"/></sheets></workbook>',
    'xl/_rels/workbook.xml.rels':
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/sharedStrings" Target="sharedStrings.xml"/><Relationship Id="r3" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/styles" Target="styles.xml"/></Relationships>',
    'xl/styles.xml':
      '<styleSheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>',
    'xl/sharedStrings.xml':
      '<sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" count="2" uniqueCount="2"><si><t>Item</t></si><si><t>Keel bolts</t></si></sst>',
    'xl/worksheets/sheet1.xml':
      '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="1"><c r="A1" t="s"><v>0</v></c><c r="C1" t="inlineStr"><is><t>Day</t></is></c></row><row r="2"><c r="A2" t="s"><v>1</v></c><c r="B2"><v>12.5</v></c><c r="C2" s="1"><v>46357</v></c></row></sheetData></worksheet>',
  };
  const workbook = (): Promise<Buffer> => {
    const zip = new ZipFile();
    for (const [name, text] of Object.entries(PARTS)) zip.addBuffer(Buffer.from(text), name);
    zip.end();
    return buffer(zip.outputStream);
  };

  it('is read as it shows: words, figures and days', async () => {
    const { rows } = await read(await workbook());
    expect(rows).toEqual([
      ['Item', '', 'Day'],
      ['Keel bolts', '12.5', '2026-12-01'],
    ]);
  });

  it('is refused where it is none', async () => {
    await expect(read(Buffer.from('PK\u0003\u0004 broken', 'latin1'))).rejects.toThrow();
  });
});
