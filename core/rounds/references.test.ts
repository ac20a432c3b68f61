import { describe, expect, it } from 'vitest';
import { readReferences, referencesInTable } from './references.ts';

describe('references that are pasted', () => {
  it('stand one to a line or between signs, each once, without what a spreadsheet puts around them', () => {
    expect(readReferences('SV-1, SV-2;"SV-3"\r\n\tSV-1 \n\n')).toEqual(['SV-1', 'SV-2', 'SV-3']);
  });
});

describe('references in a table', () => {
  it.each([
    [['Client', 'Our ref', 'Vessel']],
    [['Client', 'File no', 'Vessel']],
    [['Client', 'Matter reference', 'Vessel']],
  ])('stand in the column that is called so: %j', (head) => {
    const table = [
      head,
      ['Okafor', 'SV-1', 'Wren'],
      ['Lund', ' SV-2 ', 'Petrel'],
      ['Lund', 'SV-1', ''],
      ['x', '', 'y'],
    ];
    expect(referencesInTable(table)).toEqual({ column: head[1], references: ['SV-1', 'SV-2'] });
  });

  it('stand in the first column where none is called so, its first row among them', () => {
    expect(referencesInTable([['SV-1', 'Wren'], ['SV-2']])).toEqual({
      column: '1',
      references: ['SV-1', 'SV-2'],
    });
    expect(referencesInTable([])).toEqual({ column: '1', references: [] });
  });

  it('are not read from a column whose name only holds such a word within another', () => {
    expect(
      referencesInTable([
        ['Preferred', 'Profile'],
        ['SV-1', 'b'],
      ]).references,
    ).toEqual(['Preferred', 'SV-1']);
  });
});
