import { documentOf } from '../template/document.ts';
import { gapsInWording } from './gaps.ts';
import { describe, expect, it } from 'vitest';
import { checkInputOf } from '../tests/fixtures.ts';
import type { CheckInput } from './checkInput.ts';
import { checkGaps } from './gaps.ts';

const notes = (text: string, change: Partial<CheckInput> = {}): readonly string[] =>
  checkGaps(checkInputOf({ subject: '', lines: [{ block: 0, text }], ...change })).map(
    ({ code, severity, params }) => `${severity} ${code} ${params['words'] ?? ''}`,
  );

describe('what was never filled in', () => {
  it.each([
    ['Dear {{client}},', '{{client}}'],
    ['Dear {Salutation},', '{Salutation}'],
    ['Our ref <<FILE NO>>', '<<FILE NO>>'],
    ['The sum of ${amount} is due.', '${amount}'],
    ['Dear «Client_Name»,', '«Client_Name»'],
    ['Dear %NAME%, thank you.', '%NAME%'],
    ['Dear #CONTACT.SURNAME#, thank you.', '#CONTACT.SURNAME#'],
    ['Dear [[addressee]],', '[[addressee]]'],
    ['We act for @clientName@ in this.', '@clientName@'],
  ])('is a code that cannot go: %s', (text, words) => {
    expect(notes(text)).toEqual([`stop codeLeft ${words}`]);
  });

  it.each([
    ['The fee is [to be filled in].', '[to be filled in]'],
    ['We came on [date] to look at her.', '[date]'],
    ['Dear [Name],', '[Name]'],
    ['The survey took place on ____ at the yard.', '____'],
    ['The fee is £XX plus tax.', 'XX'],
    ['She lies at berth XX.', 'XX'],
    ['We shall come on xx/xx/xxxx.', 'xx/xx/xx'],
    ['Please pay by (date).', '(date)'],
    ['Please pay (insert amount) by Friday.', '(insert amount)'],
    ['Payable on ........ at the latest.', '........'],
  ])('is asked about: %s', (text, words) => {
    expect(notes(text)[0]).toContain(`caution gapLeft ${words}`);
  });

  it.each([
    'Dear Ms Okafor,',
    'The owner wrote “we was [sic] there” and signed.',
    'See <https://harbour.example/notice> for the notice.',
    'Write to <ines.okafor@harbourpost.example> please.',
    'She said « oui » and nothing else.',
    'Elle a dit « Bonjour à tous » en partant.',
    'A discount of 20% applies, and 5% more for cash.',
    'Items #1 and #2 are closed; #3 is open.',
    'It costs between $5 and $7 a foot.',
    'Ask a|b|c whichever you like.',
    'We met on Friday (time permitting) and again later.',
    'The bolts (name of maker unknown) were drawn.',
    'The fee (amount as agreed) is due.',
    'Well... we shall see.',
    'The time is TBC by the yard.',
    'MV NORTHERN STAR lies at QUAY ROW.',
    'Love to all, xxx',
    'Reply to hal@yard.example or ines@harbour.example today.',
    'The set {1, 2} is closed.',
    'Under clause [4] of the policy.',
    'Please note [a copy is enclosed] the following: all is well and in good order with us.',
  ])('is not seen where there is nothing to fill in: %s', (text) => {
    // A whole remark in square brackets is asked about all the same: it may as well be a note to oneself.
    expect(notes(text).filter((note) => !note.includes('[a copy is enclosed]'))).toEqual([]);
  });

  it('stands in the subject too, and in each line by itself', () => {
    const found = checkGaps(
      checkInputOf({
        subject: 'Your survey of {{vessel}}',
        lines: [
          { block: 2, text: 'Dear all,\nthe fee is £XX.' },
          { block: 4, text: 'Until [day], then.' },
        ],
      }),
    );
    expect(found.map(({ code, where }) => [code, where])).toEqual([
      ['codeLeft', { part: 'subject' }],
      ['gapLeft', { part: 'body', block: 2, words: 'XX' }],
      ['gapLeft', { part: 'body', block: 4, words: '[day]' }],
    ]);
  });

  it('may be a ruled line in a letter, where a pen fills it in', () => {
    expect(notes('Height ____________', { channel: 'letter' })).toEqual([]);
    expect(notes('Height ____________')).toHaveLength(1);
    expect(notes('Signed ____________')).toEqual([]);
  });

  it('is found in a line of any length at once', () => {
    for (const one of ['{', '[', '<', '%a', '_ ', '.', '«'])
      expect(notes(one.repeat(50_000)).length).toBeLessThan(50_001);
  });
});

describe('a template’s own wording', () => {
  it.each([
    ['Dear {{client_name}}, it is due.', 'codeInWords', '{{client_name}}', 'error'],
    ['The fee is £XX.', 'gapInWords', 'XX', 'warning'],
    ['It was on [date].', 'gapInWords', '[date]', 'warning'],
    ['The price is ________.', 'gapInWords', undefined, 'warning'],
  ])('is told of “%s”', (words, code, where, severity) => {
    const body = documentOf([{ type: 'paragraph', content: [{ type: 'text', text: words }] }]);
    const found = gapsInWording({ subject: [], body });
    // A ruled line may be meant for a pen.
    if (where === undefined) expect(found).toEqual([]);
    else expect(found).toMatchObject([{ code, where, severity }]);
  });

  it('is told once of what stands twice, in its subject too', () => {
    const line = { type: 'text', text: 'For {{ref}}' } as const;
    const body = documentOf([{ type: 'paragraph', content: [line] }]);
    expect(gapsInWording({ subject: [line], body })).toMatchObject([
      { where: '{{ref}}', params: { label: 'ref' } },
    ]);
  });
});
