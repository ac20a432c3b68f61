import { describe, expect, it } from 'vitest';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { Message, PassagesHere } from '../../../../contract/messages.ts';
import { carryOut } from './carryOut.ts';
import type { Remedy, SheetParts } from './carryOut.ts';
import { itemsHere } from './passages.ts';
import { readAddresses } from './readAddresses.ts';

describe('a pasted list of addresses', () => {
  const read = (text: string) => readAddresses(text).map(({ name, address }) => [name, address]);

  it('is read in any shape that mail programs give', () => {
    expect(read('Ines Okafor <ines@x.example>; "Lund, Aksel" <aksel@y.example>,zoe@z.example')).toEqual([
      ['Ines Okafor', 'ines@x.example'],
      ['Lund, Aksel', 'aksel@y.example'],
      ['', 'zoe@z.example'],
    ]);
    expect(read('a@x.example\r\nb@x.example\tc@x.example')).toHaveLength(3);
    expect(read('Yards: one@x.example, Two <two@x.example>;')).toEqual([
      ['', 'one@x.example'],
      ['Two', 'two@x.example'],
    ]);
    expect(read('"Semi; colon" <s@x.example>')).toEqual([['Semi; colon', 's@x.example']]);
  });

  it('leaves out what is no address, and stays bounded', () => {
    expect(read('nobody, just words')).toEqual([]);
    expect(read('a@x.example,'.repeat(5000)).length).toBeLessThanOrEqual(100);
    for (const hostile of ['"', '<', ',', '(', 'a@'])
      expect(read(hostile.repeat(50_000)).length).toBeLessThanOrEqual(100);
  });
});

describe('remedies', () => {
  const one = (address: string) => ({ name: '', address, roles: [] });
  const matter = {
    documents: [
      { id: 'new', fileName: 'New.pdf', category: 'Report', mediaType: 'application/pdf', sizeBytes: 5 },
    ],
  } as unknown as MatterDetail;
  const old = {
    kind: 'document' as const,
    id: 'old',
    documentId: 'old',
    fileName: 'Old.pdf',
    category: 'Report',
    mediaType: 'application/pdf',
    sizeBytes: 4,
  };

  function after(remedy: Remedy): { lines: Record<string, string[]>; enclosures: string[] } {
    const lines = {
      to: [one('a@x.example'), one('b@x.example')],
      cc: [one('c@x.example')],
      bcc: [] as Message['to'],
    };
    const result = {
      lines: { to: ['a@x.example', 'b@x.example'], cc: ['c@x.example'], bcc: [] } as Record<string, string[]>,
      enclosures: ['old'],
    };
    const sheet: SheetParts = {
      body: null,
      page: null,
      matter,
      lines,
      enclosures: [old],
      setLine: (part, recipients) => {
        result.lines[part] = recipients.map(({ address }) => address);
      },
      setEnclosures: (enclosures) => {
        result.enclosures = enclosures.map(({ id }) => id);
      },
    };
    carryOut(remedy, sheet);
    return result;
  }

  it('take out, keep one alone, or put the right address where the wrong one was', () => {
    expect(after({ kind: 'removeRecipient', address: 'b@x.example' }).lines['to']).toEqual(['a@x.example']);
    expect(after({ kind: 'keepOnly', address: 'a@x.example', name: 'A' }).lines).toEqual({
      to: ['a@x.example'],
      cc: [],
      bcc: [],
    });
    expect(after({ kind: 'replaceAddress', address: 'c@x.example', by: 'd@x.example' }).lines).toEqual({
      to: ['a@x.example', 'b@x.example'],
      cc: ['d@x.example'],
      bcc: [],
    });
  });

  it('enclose, put a later version in its place, or leave out', () => {
    expect(after({ kind: 'enclose', documentId: 'new', name: 'New' }).enclosures).toEqual(['old', 'new']);
    expect(
      after({ kind: 'replaceEnclosure', enclosureId: 'old', by: 'new', name: 'New' }).enclosures,
    ).toEqual(['new']);
    expect(after({ kind: 'removeEnclosure', enclosureId: 'old' }).enclosures).toEqual([]);
    expect(after({ kind: 'enclose', documentId: 'gone', name: 'Gone' }).enclosures).toEqual(['old']);
  });
});

describe('passages at the caret', () => {
  const passages: PassagesHere = {
    items: [
      { id: '1', name: 'Fee terms', opening: 'Our fee is due in thirty days.', content: [], oneLine: false },
      { id: '2', name: 'Thanks', opening: 'Thank you for asking us.', content: [], oneLine: true },
      { id: '3', name: 'Für später', opening: 'More of the fee later.', content: [], oneLine: true },
    ],
    signature: [],
  };
  const names = (typed: string) =>
    itemsHere(passages, [{ templateId: 't', name: 'Bilge notice' }], typed).map(({ label }) => label);

  it('are found by name first, then by their words, whatever the accents', () => {
    expect(names('fee')).toEqual(['Fee terms', 'Für später']);
    expect(names('fur')).toEqual(['Für später']);
    expect(names('')).toHaveLength(3);
    expect(names('nothing')).toEqual([]);
  });
});
