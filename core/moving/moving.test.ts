import { describe, expect, it } from 'vitest';
import type { MatterType } from '../model/matter.ts';
import { mapColumns } from './columns.ts';
import { matterColumns } from './matterColumns.ts';
import { placeByPath, referenceIndex } from './referenceInPath.ts';
import { splitName } from './splitName.ts';
import { dayOrderOf, withIsoDay } from './writtenDays.ts';

const TYPE = {
  facts: [{ key: 'vessel', label: 'Vessel', kind: 'text' }],
  keyDates: [{ key: 'surveyDay', label: 'Survey day' }],
  roles: [
    { key: 'client', label: 'client', plural: 'Clients', many: false },
    { key: 'owner', label: 'owner', plural: 'Owners', many: true },
  ],
} as unknown as MatterType;

describe('columns', () => {
  const map = (heads: readonly string[], samples: readonly (readonly string[])[] = []) =>
    mapColumns(heads, samples, matterColumns(TYPE));

  it('are known by their names, however they are written', () => {
    expect(map(['FILE NO.', 'matter_title', 'vessel', 'Surveyday', 'Owner e-mail', 'CLIENT'])).toEqual([
      'reference',
      'title',
      'fact.vessel',
      'date.surveyDay',
      'party.owner.email',
      'party.client.name',
    ]);
  });

  it('are a role before they are whoever is responsible, in whatever order they stand', () => {
    expect(map(['Owner', 'Handled by', 'Client'])).toEqual([
      'party.owner.name',
      'responsible',
      'party.client.name',
    ]);
  });

  it('are known by what stands in them where their names say nothing, each target once', () => {
    expect(
      map(
        ['A', 'B'],
        [
          ['x@y.example', 'z@y.example'],
          ['v@y.example', ''],
        ],
      ),
    ).toEqual(['party.client.email', 'party.owner.email']);
    expect(map(['Title', 'title', 'Colour of the hull'])).toEqual(['title', undefined, undefined]);
  });
});

describe('a name of a list', () => {
  it.each([
    ['Hester Vane', 'person', 'Hester', 'Vane'],
    ['Vane, Hester Ann', 'person', 'Hester Ann', 'Vane'],
    ['Capt. Nell de la Harrow', 'person', 'Nell de la', 'Harrow'],
    ['Cher', 'person', 'Cher', ''],
    ['Ås Berg', 'person', 'Ås', 'Berg'],
  ])('%s is a %s', (text, kind, givenName, familyName) => {
    expect(splitName(text)).toMatchObject({ kind, givenName, familyName });
  });

  it.each(['Gale Ltd', 'Corrant Mutual', 'Fjord Marine AS', 'Vane & Sons', 'Bank of Sennet', 'Yard 4'])(
    '%s is an organisation',
    (text) => {
      expect(splitName(text)).toEqual({ kind: 'organisation', name: text });
    },
  );
});

describe('days in figures', () => {
  it('are read in the order that their column settles, else in the usual one', () => {
    expect(dayOrderOf(['3/4/2026', '25/12/2026'], 'monthFirst')).toBe('dayFirst');
    expect(dayOrderOf(['3/4/2026', '12/25/2026'], 'dayFirst')).toBe('monthFirst');
    expect(dayOrderOf(['3/4/2026', 'soon'], 'monthFirst')).toBe('monthFirst');
    expect(
      ['3/4/2026', '03.04.98', '3-4-31', '2026-04-03', 'soon'].map((one) => withIsoDay(one, 'dayFirst')),
    ).toEqual(['2026-04-03', '1998-04-03', '2031-04-03', '2026-04-03', 'soon']);
  });
});

describe('a reference in a path', () => {
  const index = referenceIndex([
    ['SV-2041', 'a'],
    ['SV-2041/2', 'b'],
    ['2026/0014', 'c'],
  ]);
  it.each([
    ['SV-2041/Reports/final.pdf', 'a', 'Reports'],
    ['Files/sv 2041 Saltmarsh Wren/final.pdf', 'a', ''],
    ['Files/SV_2041_2/x.pdf', 'b', ''],
    ['2026-0014 plan.pdf', 'c', ''],
    ['old/2026_0014/SV-2041/deep/er/plan.pdf', 'a', 'er'],
  ])('%s', (path, what, folder) => {
    expect(placeByPath(path, index)).toEqual({ what, folder });
  });

  it.each(['SV-20412/x.pdf', 'XSV-2041.pdf', 'plan.pdf', ''])('is not in %s', (path) => {
    expect(placeByPath(path, index)).toBeUndefined();
  });
});
