import { describe, expect, it } from 'vitest';
import { textValue } from '../model/value.ts';
import { checkInputOf, day, matter } from '../tests/fixtures.ts';
import { checkAmounts } from './amounts.ts';
import type { CheckInput, FilledValue } from './checkInput.ts';
import { checkDaysWritten } from './daysWritten.ts';
import { checkLinks } from './links.ts';
import { checkOtherMatter } from './otherMatter.ts';
import { checkRecordChanged } from './recordChanged.ts';
import { sentenceAround } from './sentences.ts';
import { checkUnfilled } from './unfilled.ts';
import { addressCandidates, nameCandidates, referenceCandidates } from './words.ts';

/** Tuesday 24 November 2026, as all of the fixtures. */
const saying = (text: string, change: Partial<CheckInput> = {}): CheckInput =>
  checkInputOf({ lines: [{ block: 0, text }], ...change });

describe('a day that is written', () => {
  const codes = (text: string) => checkDaysWritten(saying(text)).map(({ code }) => code);

  it.each([
    ['We will come on Thursday 26 November 2026.', []],
    ['We will come on Friday 26 November 2026.', ['weekdayDisagrees']],
    ['We came on Friday 26 November 2025.', ['weekdayDisagrees']],
    ['Please answer by 20 November 2026.', ['dayInPast']],
    ['Please answer by 24 November 2026.', []],
    ['We inspected her on 20 November 2026.', []],
    ['The meeting is planned for Saturday 28 November 2026.', ['dayClosed']],
    ['We shall be there on 25 December 2026.', ['dayClosed']],
    ['She was launched on Saturday 28 November 1998.', []],
    ['Under the rules of 1 January 2020 you will need a licence.', []],
    ['By the deadline of 1 November 2026 the yard will answer.', ['dayInPast']],
    ['Invoice 26/11/2026 will follow.', []],
    ['We will come on 31 November 2026.', ['noSuchDay']],
    ['', []],
  ])('“%s” says %j', (text, expected) => {
    expect(codes(text)).toEqual(expected);
  });

  it.each([
    ['We will come on Friday 26 November 2026.', 'Thursday 26 November 2026'],
    ['We will come on Fri 26 November 2026.', 'Thu 26 November 2026'],
    ['We will come on Tues 26 November 2026.', 'Thu 26 November 2026'],
  ])('“%s” is mended to the weekday of that day', (text, by) => {
    const [note] = checkDaysWritten(saying(text));
    expect(note?.remedies).toMatchObject([{ kind: 'replaceWords', block: 0, by }]);
  });

  it('is looked for in each line, and noted in its own', () => {
    const input = checkInputOf({
      lines: [
        { block: 0, text: 'Dear Ms Okafor,' },
        { block: 3, text: 'Please answer by 1 November 2026.' },
        { block: 5, text: 'We will come on Sunday 29 November 2026.' },
      ],
    });
    expect(checkDaysWritten(input).map(({ code, where }) => [code, where])).toEqual([
      ['dayInPast', { part: 'body', block: 3, words: '1 November 2026' }],
      ['dayClosed', { part: 'body', block: 5, words: 'Sunday 29 November 2026' }],
    ]);
  });

  it('without a year is the nearest', () => {
    const near = saying('We will come on 2 January.', { today: day('2026-12-30') });
    expect(checkDaysWritten(near)).toMatchObject([
      { code: 'dayClosed', params: { day: 'Saturday 2 January 2027' } },
    ]);
  });
});

describe('an amount that is written', () => {
  const amounts = [
    { label: 'Fee', text: '£1,070.00' },
    { label: 'Tax', text: '£214.00' },
    { label: '', text: '£120.00' },
  ];
  const filled = (change: Partial<FilledValue>): FilledValue => ({
    block: 0,
    path: 'calculated.fee',
    label: 'Fee',
    kind: 'money',
    words: '£1,070.00',
    original: '£1,070.00',
    current: '£1,070.00',
    ...change,
  });

  it.each([
    ['The fee is £1,070.00.', []],
    ['The fee is £1070.', []],
    ['The fee is £950.00.', [['£950.00', '£1,070.00']]],
    ['The tax comes to £200.00.', [['£200.00', '£214.00']]],
    // Which is meant cannot be told.
    ['Fee and tax together are £900.00.', []],
    ['The travelling was £120.00.', []],
    ['He offered £950.00 for her.', []],
    ['The fee is 950.', []],
    ['The coffee was £3.', []],
  ] as const)('“%s” differs from the record in %j', (text, expected) => {
    const notes = checkAmounts(saying(text, { amounts }));
    expect(notes.map(({ params }) => [params['words'], params['record']])).toEqual(expected);
  });

  it('is pointed out where the record filled it in and a hand changed it', () => {
    const overwritten = saying('The fee is £1,000.00.', {
      values: [filled({ words: '£1,000.00' })],
      amounts,
    });
    expect(checkAmounts(overwritten)).toMatchObject([
      {
        code: 'amountDiffers',
        params: { record: '£1,070.00' },
        remedies: [{ kind: 'replaceWords', words: '£1,000.00', by: '£1,070.00' }],
      },
    ]);
  });

  it('is left alone where it says what the record says by now', () => {
    const kept = saying('The fee is £1,200.00.', {
      values: [filled({ words: '£1,200.00', current: '£1,200.00' })],
      amounts: [{ label: 'Fee', text: '£1,200.00' }],
    });
    expect(checkAmounts(kept)).toEqual([]);
  });

  it('of another currency is compared as what it is', () => {
    const known = [{ label: 'Price', text: '€1,000.00' }];
    expect(checkAmounts(saying('The price is €1,000.00.', { amounts: known }))).toEqual([]);
    expect(checkAmounts(saying('The price is €900.00.', { amounts: known }))).toHaveLength(1);
  });
});

describe('a link that is written', () => {
  const linked = (words: string, href: string) =>
    checkLinks(checkInputOf({ links: [{ block: 0, words, href }] })).map(({ code }) => code);

  it.each([
    ['our terms', 'https://tidewell-roe.example/terms'],
    ['tidewell-roe.example', 'https://tidewell-roe.example/terms'],
    ['www.tidewell-roe.example', 'https://tidewell-roe.example/'],
    ['https://tidewell-roe.example/terms', 'https://www.tidewell-roe.example/terms'],
    ['maud@tidewell-roe.example', 'mailto:maud@tidewell-roe.example'],
    ['Maud@Tidewell-Roe.example', 'mailto:maud@tidewell-roe.example?subject=Hello'],
    ['01632 960101', 'tel:01632960101'],
  ])('as “%s” to %s is what it says', (words, href) => {
    expect(linked(words, href)).toEqual([]);
  });

  it.each([
    ['tidewell-roe.example', 'https://elsewhere.example/'],
    ['https://tidewell-roe.example', 'https://tidewell-roe.example.elsewhere.example/'],
    ['maud@tidewell-roe.example', 'mailto:maud@elsewhere.example'],
    ['maud@tidewell-roe.example', 'https://tidewell-roe.example'],
  ])('as “%s” to %s is a trick', (words, href) => {
    expect(linked(words, href)).toEqual(['linkDiffers']);
  });
});

describe('words of another matter', () => {
  const elsewhere = (kind: 'reference' | 'name' | 'address', words: string, isSubject = false) =>
    ({ kind, words, matterReference: 'SV-2044', isSubject }) as const;

  it.each([
    ['reference', 'SV-2044', 'SV-2041'],
    ['name', 'Bramble Finch', 'Saltmarsh Wren'],
  ] as const)('as a %s give way to those of this one', (kind, words, by) => {
    const [note] = checkOtherMatter(
      saying(`About ${words} we say this.`, { elsewhere: [elsewhere(kind, words, true)] }),
    );
    expect(note).toMatchObject({ params: { words, reference: 'SV-2044' }, remedies: [{ by }] });
  });

  it('are pointed out without a remedy where none is sure', () => {
    const of = (...args: Parameters<typeof elsewhere>) =>
      checkOtherMatter(saying(`Ask ${args[1]} about it.`, { elsewhere: [elsewhere(...args)] }));
    expect(of('name', 'Tom Brae')).toMatchObject([{ code: 'otherMatterName', remedies: [] }]);
    expect(of('address', 'tom@brae.example')).toMatchObject([{ code: 'otherMatterAddress', remedies: [] }]);
  });

  it('in the subject are pointed out there', () => {
    const input = saying('Nothing here.', {
      subject: 'About SV-2044',
      elsewhere: [elsewhere('reference', 'SV-2044')],
    });
    expect(checkOtherMatter(input)).toMatchObject([{ where: { part: 'subject' }, remedies: [] }]);
  });

  it('that are not in the text after all say nothing', () => {
    expect(
      checkOtherMatter(saying('Nothing here.', { elsewhere: [elsewhere('reference', 'SV-2044')] })),
    ).toEqual([]);
  });

  it('have no name to give way to where the matter has none of its own', () => {
    const record = { ...matter, facts: { notes: textValue('x') } };
    const input = saying('On Bramble Finch.', {
      record,
      elsewhere: [elsewhere('name', 'Bramble Finch', true)],
    });
    expect(checkOtherMatter(input)).toMatchObject([{ remedies: [] }]);
  });
});

describe('what the record says by now', () => {
  const value = (change: Partial<FilledValue>): FilledValue => ({
    block: 2,
    path: 'date.surveyDay',
    label: 'Survey day',
    kind: 'date',
    words: '19 October 2026',
    original: '19 October 2026',
    current: '21 October 2026',
    ...change,
  });
  const notes = (change: Partial<FilledValue>) =>
    checkRecordChanged(checkInputOf({ values: [value(change)] }));

  it('is offered beside what was', () => {
    expect(notes({})).toMatchObject([
      {
        params: { label: 'Survey day', was: '19 October 2026', now: '21 October 2026' },
        remedies: [{ kind: 'replaceWords', block: 2, by: '21 October 2026' }],
      },
    ]);
  });

  it.each([
    ['nothing has changed', { current: '19 October 2026' }],
    ['the record has nothing now', { current: undefined }],
    ['the text says it already', { words: '21 October 2026' }],
    ['an amount was overwritten, which has its own note', { kind: 'money' as const, words: 'x' }],
  ])('is not told where %s', (_why, change) => {
    expect(notes(change)).toEqual([]);
  });

  it('is told in the subject without a remedy', () => {
    expect(notes({ block: null })).toMatchObject([{ where: { part: 'subject' }, remedies: [] }]);
  });
});

describe('what is left open', () => {
  it('stops, one note for each blank, and a missing subject is pointed out', () => {
    const openBlanks = ['a', 'b'].map(
      (key) => ({ key, label: key.toUpperCase(), kind: 'text', required: true }) as const,
    );
    expect(
      checkUnfilled(checkInputOf({ openBlanks, subject: ' ' })).map(({ code, severity }) => [code, severity]),
    ).toEqual([
      ['blankUnfilled', 'stop'],
      ['blankUnfilled', 'stop'],
      ['noSubject', 'caution'],
    ]);
  });

  it('is no subject in a text message', () => {
    expect(checkUnfilled(checkInputOf({ subject: '', channel: 'text' }))).toEqual([]);
  });
});

describe('candidates', () => {
  it.each([
    ['Write to ines.okafor@harbourpost.example, please.', ['ines.okafor@harbourpost.example']],
    ['(a+b@x.example) and a+b@x.example', ['a+b@x.example']],
    ['No @ address @here', []],
  ])('of addresses in “%s” are %j', (text, found) => {
    expect(addressCandidates(text)).toEqual(found);
  });

  it.each([
    ['Under SV-2041 and SV-2044, SV-2041 again.', ['SV-2041', 'SV-2044']],
    ['sv2041, SV/2041, SV 2042, EST-1 and est–4', ['SV-2041', 'SV-2042', 'EST-1', 'EST-4']],
    ['ABCDE-22 and 4SV-22 are none, at 10 or A4 neither, est. 4 July nor SV-20.41.', []],
    ['ØY-204', ['ØY-204']],
  ])('of references in “%s” are %j', (text, found) => {
    expect([...referenceCandidates(text).keys()]).toEqual(found);
  });

  it.each([
    ['Ines Okafor wrote', ['ines', 'ines okafor', 'okafor']],
    [
      'The Honourable Company of Pilots',
      ['the honourable company', 'honourable company of pilots', 'pilots'],
    ],
    ['Wren’s mast', ['wren']],
    ['Ines, Okafor', ['ines', 'okafor']],
    ['Torbjørn Ås', ['torbjorn as']],
    ['nothing of the sort', []],
  ])('of names in “%s” have %j', (text, keys) => {
    expect([...nameCandidates(text).keys()]).toEqual(expect.arrayContaining(keys));
    if (keys.length === 0) expect(nameCandidates(text).size).toBe(0);
  });

  it('of names keep the words as written, and a long one without its last s', () => {
    const found = nameCandidates('the Gilded Terns lie here');
    expect(found.get('gilded terns')).toBe('Gilded Terns');
    expect(found.get('gilded tern')).toBe('Gilded Terns');
  });
});

describe('the sentence around a word', () => {
  it.each([
    ['One. Two three. Four.', 'three', ' Two three'],
    ['One two', 'two', 'One two'],
    ['A? B! C', 'B', ' B'],
    ['Line one\nLine two', 'two', 'Line two'],
    ['It costs £1.50 a day. Or not.', '1.50', 'It costs £1.50 a day'],
  ])('of “%s” at “%s” is “%s”', (text, word, sentence) => {
    expect(sentenceAround(text, text.indexOf(word))).toBe(sentence);
  });
});
