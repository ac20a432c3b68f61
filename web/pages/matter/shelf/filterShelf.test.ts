import { describe, expect, it } from 'vitest';
import type { ShelfItem } from '../../../../contract/matters.ts';
import { filterShelf, groupShelf } from './filterShelf.ts';

const NEVER = { followed: 0, followedOf: 0, atStage: 0, atStageOf: 0, usedByPerson: 0, sentHere: false };
const item = (name: string, change: Partial<ShelfItem> = {}): ShelfItem => ({
  templateId: name,
  name,
  channel: 'email',
  category: 'Letter',
  readiness: 'ready',
  blanks: 0,
  reasons: [],
  words: '',
  days: [],
  tags: [],
  to: [],
  use: NEVER,
  why: null,
  due: null,
  ...change,
});

describe('narrowing the shelf', () => {
  const items = [
    item('Closing', { words: 'thank you for your report' }),
    item('Report with invoice'),
    item('Unreported', { readiness: 'ready' }),
    item('Report to underwriter', { readiness: 'unavailable' }),
    item('Märchen', { category: 'Report' }),
    item('Keys', { tags: ['Handover'] }),
  ];
  const names = (typed: string) => filterShelf(items, typed).map(({ name }) => name);

  it('puts a word that begins the name before one within it, before one in the wording, and what cannot start last', () => {
    expect(names('rep')).toEqual([
      'Report with invoice',
      'Unreported',
      'Closing',
      'Märchen',
      'Report to underwriter',
    ]);
  });

  it('finds every word typed, in any order, whatever the accents', () => {
    expect(names('invoice rep')).toEqual(['Report with invoice']);
    expect(names('marchen')).toEqual(['Märchen']);
    expect(names('nothing of the kind')).toEqual([]);
    expect(names('handov')).toEqual(['Keys']);
    expect(names('  ')).toHaveLength(6);
  });
});

describe('the headings of the shelf', () => {
  it('set apart what usually comes next, and what cannot start', () => {
    const usual = ['a', 'b', 'c', 'd'].map((name) =>
      item(name, { use: { ...NEVER, followed: 3, followedOf: 9 }, why: 'follows' }),
    );
    expect(groupShelf(usual, 'words').map(({ title }) => title)).toEqual(['Can start now']);
    const ofDay = item('d', { days: ['date.survey'] });
    const fromDay = groupShelf([...usual.slice(0, 3), ofDay], '', {
      dayPath: 'date.survey',
      about: 'of Survey',
    });
    expect(fromDay[0]).toEqual({ title: 'Speak of Survey', items: [ofDay] });
    const groups = groupShelf([...usual, item('e', { readiness: 'unavailable' })]);
    expect(groups.map(({ title, items }) => [title, items.map(({ name }) => name).join('')])).toEqual([
      ['Usually next here', 'abc'],
      ['Can start now', 'd'],
      ['Not here', 'e'],
    ]);
  });
});
