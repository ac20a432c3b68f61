import { describe, expect, it } from 'vitest';
import { foldSearch, searchForms, typedForms } from './variants.ts';

describe('one folding for what is indexed and what is typed', () => {
  it.each([
    ['Mørkesild', 'Morkesild'],
    ['Łódź', 'lodz'],
    ['O’Dea', 'odea'],
    ["O'Dea", 'O’Dea'],
    ['SV-2041', 'sv2041'],
    ['SV–2041', 'SV/2041'],
    ['Ελλάδα', 'ελλαδα'],
    ['Straße', 'strasse'],
    ['Þórður', 'thordur'],
    ['Ærø', 'aero'],
    ['Ísland', 'island'],
    ['Çelik', 'celik'],
    ['İzmir', 'izmir'],
    ['Nguyễn', 'nguyen'],
  ])('%s is found as %s', (written, typed) => {
    expect(foldSearch(written)).toBe(foldSearch(typed));
    const forms = searchForms(`The ${written} of 2026.`);
    for (const form of typedForms(typed)) expect(forms).toContain(form);
  });

  it('finds signs inside a run of them', () => {
    const forms = searchForms('年次報告書を送ります');
    for (const form of typedForms('報告書')) expect(forms).toContain(form);
    for (const form of typedForms('書')) expect(forms).toContain(form);
    expect(searchForms('年次書類')).not.toContain('報告');
  });

  it('adds nothing to plain words, and is bounded', () => {
    expect(searchForms('The keel is attached with bolts.')).toEqual([]);
    expect(searchForms('é '.repeat(200_000)).length).toBeLessThan(10);
    expect(searchForms('é'.repeat(400_000))).toEqual([]);
  });
});
