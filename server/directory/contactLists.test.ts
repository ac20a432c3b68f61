import { parse as parseCsv } from 'csv-parse/sync';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import VCard from 'vcf';
import { contactLine, CONTACT_COLUMNS, readContactLine } from '../../core/directory/contactCsv.ts';
import type { Contact } from '../../core/model/contact.ts';
import { run } from '../platform/workers/tableWorker.ts';
import { writeVcards } from './vcards.ts';

const words = fc
  .string({ unit: 'grapheme', minLength: 1, maxLength: 24 })
  .map((text) => text.replace(/[\p{C}\p{Z}]+/gu, ' ').trim())
  .filter((text) => text !== '' && !text.startsWith("'"));
const contacts = fc.record({ name: words, familyName: words, note: words, position: words }).map(
  ({ name, familyName, note, position }) =>
    ({
      kind: 'person',
      id: 'c',
      name,
      givenName: '',
      familyName,
      position,
      note,
      addresses: [{ kind: 'email', label: 'work', value: 'a@b.example', preferred: true, bounced: false }],
      doNotWriteTo: false,
    }) as unknown as Contact,
);

describe('lists of contacts beside readers of other hands', () => {
  it('a CSV list has the same cells', () => {
    fc.assert(
      fc.property(fc.array(contacts, { minLength: 1, maxLength: 8 }), (list) => {
        const text = Papa.unparse([[...CONTACT_COLUMNS], ...list.map(contactLine)] as string[][]);
        const rows: string[][] = parseCsv(text, { relax_column_count: true });
        expect(rows.slice(1).map((cells) => readContactLine(CONTACT_COLUMNS, cells))).toMatchObject(
          list.map(({ name, note }) => ({ ok: true, contact: { name, note } })),
        );
      }),
      { seed: 41, numRuns: 300 },
    );
  });

  it('a vCard has the same name and note', () => {
    fc.assert(
      fc.property(contacts, (contact) => {
        const [card] = VCard.parse(writeVcards([contact]));
        const text = (key: string): string => {
          const property = card?.get(key);
          return [property ?? []].flat().map((one) => String(one.valueOf()))[0] ?? '';
        };
        const plain = (value: string): string => value.replace(/\\([,;\\])/g, '$1').replace(/\\n/gi, '\n');
        expect(plain(text('fn'))).toBe(contact.name);
        expect(plain(text('note'))).toBe(contact.note);
      }),
      { seed: 43, numRuns: 300 },
    );
  });
});

describe('a list that is not as it should be', () => {
  const read = (bytes: Buffer) => run({ bytes, mostRows: 10 });

  it('with a quotation mark that is never closed says its line, rather than being read as one contact', async () => {
    const { unclosed } = await read(Buffer.from('name,mail\n"Ines,a@b.example\nBo,b@b.example\n'));
    expect(unclosed).toBe(2);
  });

  it('is read in the encoding it is written in', async () => {
    const latin = await read(Buffer.from('name\nB\xf8 \x96 \xc5s\n', 'latin1'));
    expect(latin.rows[1]).toEqual(['Bø – Ås']);
    const utf16 = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('name\nBø Ås\n', 'utf16le')]);
    expect((await read(utf16)).rows[1]).toEqual(['Bø Ås']);
  });
});
