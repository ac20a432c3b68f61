import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { documentOf } from '../template/document.ts';
import { fieldsOf } from '../template/fieldCatalogue.ts';
import { surveyType, text } from '../tests/fixtures.ts';
import { findGaps } from './findGaps.ts';
import { blankKey, placeGaps, readGaps } from './placeGaps.ts';
import type { Decision } from './placeGaps.ts';
import { textDocument } from './textDocument.ts';

const gapsIn = (line: string) => findGaps(line).map((gap) => gap.text);

describe('codes and gaps of old wording', () => {
  it.each([
    ['Dear [Client Name], your ref {{matter_ref}}', ['[Client Name]', '{{matter_ref}}']],
    [
      'on <date> at «Place» by %Surveyor% and $amount$, #ref#',
      ['<date>', '«Place»', '%Surveyor%', '$amount$', '#ref#'],
    ],
    ['${ClientName} owes [[fee]] or <<sum>>', ['${ClientName}', '[[fee]]', '<<sum>>']],
    ['seen on ________ at ....... by xx', ['________', '.......', 'xx']],
    ['the sum of (amount) on (date of survey)', ['(amount)', '(date of survey)']],
    ['We write to CLIENT NAME about the vessel', ['CLIENT NAME']],
    ['on xx/xx/xxxx we met', ['xx/xx/xxxx']],
  ])('are found in %j', (line, found) => expect(gapsIn(line)).toEqual(found));

  it.each([
    'between 25% and 30% of it',
    'it costs $5 and then $7 more',
    'Wait... and see (as we said on Monday)',
    'a < b and c > d',
    'write to ines@mail.example or aksel@mail.example',
    'PLEASE NOTE THE FOLLOWING',
    'the PDF and the VAT',
    'see [1] and item #4',
  ])('are not seen in %j', (line) => expect(gapsIn(line)).toEqual([]));

  it('are looked for in time that grows with the text alone', () => {
    const parts = fc.constantFrom('[a', '{{', '<', '_ ', '(date ', 'AB ', '%a', 'x');
    fc.assert(
      fc.property(parts, (part) => {
        // What grows faster than the text would outlast the test's own time limit many times over.
        expect(findGaps(part.repeat(40_000)).length).toBeLessThanOrEqual(40_000);
      }),
      { seed: 11, numRuns: 8 },
    );
  });
});

describe('an old template', () => {
  const fields = fieldsOf(surveyType);
  const body = textDocument(
    'Dear [Client Name],\n\nWe surveyed <Vessel> on [Survey Date]. Our fee is £(amount).\n\nPlease reply by ________.\n\n- bring ______\n- quote %REF%',
  );
  const gaps = readGaps({ subject: [text('Your survey, ref %REF%')], body }, fields);
  const proposed = (key: string) => gaps.find((gap) => gap.key === key)?.proposed;

  it('has its codes offered the likeliest fields, each asked once', () => {
    expect(proposed('ref')).toEqual({ kind: 'field', path: 'matter.reference' });
    expect(gaps.find(({ key }) => key === 'ref')?.count).toBe(2);
    expect(proposed('vessel')).toEqual({ kind: 'field', path: 'fact.vessel' });
    expect(proposed('survey date')).toEqual({ kind: 'field', path: 'date.surveyDay' });
    expect(proposed('client name')).toEqual({ kind: 'field', path: 'party.client' });
    expect(proposed('amount')).toEqual({ kind: 'field', path: 'calculated.fee' });
  });

  it('has a bare rule offered a blank of the kind that the words before it ask for', () => {
    const rules = gaps.filter(({ text: code }) => code.startsWith('_'));
    expect(rules.map((gap) => gap.proposed)).toEqual([
      { kind: 'blank', label: 'please reply by', answer: 'date' },
      { kind: 'blank', label: 'bring', answer: 'text' },
    ]);
  });

  it('becomes a template in which no code is left', () => {
    const decisions = new Map<string, Decision>(gaps.map(({ key, proposed: decision }) => [key, decision]));
    const placed = placeGaps({ subject: [text('Your survey, ref %REF%')], body }, decisions);
    expect(JSON.stringify(placed)).not.toMatch(/%REF%|\[Client|____|\(amount\)/);
    expect(placed.subject).toMatchObject([
      { text: 'Your survey, ref ' },
      { attrs: { path: 'matter.reference' } },
    ]);
    expect(placed.blanks.map(({ key }) => key)).toEqual(['pleaseReplyBy', 'bring']);
  });

  it('keeps what is to be kept, and a code that bold type cuts in two is one code', () => {
    const nodes = [text('a [Cli'), { type: 'text', text: 'ent] b', marks: [{ type: 'bold' }] }] as const;
    const doc = { subject: [], body: documentOf([{ type: 'paragraph', content: nodes }]) };
    expect(placeGaps(doc, new Map()).body).toEqual(doc.body);
    const placed = placeGaps(doc, new Map([['client', { kind: 'field', path: 'party.client' }]]));
    expect(placed.body.content[0]).toMatchObject({
      content: [{ text: 'a ' }, { type: 'field' }, { text: ' b' }],
    });
  });

  it('has a currency’s sign once, `Dear` once, and is asked what a bare date is', () => {
    const old = {
      subject: [],
      body: textDocument(
        'Dear [Name],\n\nOur fee is £XX and the deposit €[sum].\n\nShe was surveyed on (date).',
      ),
    };
    const read = readGaps(old, fields);
    expect(read.find(({ key }) => key === 'name')?.proposed).toEqual({
      kind: 'field',
      path: 'greeting.formal',
    });
    expect(read.find(({ key }) => key === 'date')?.proposed).toMatchObject({ kind: 'blank', answer: 'date' });
    const placed = placeGaps(old, new Map(read.map(({ key, proposed: decision }) => [key, decision])));
    const words = JSON.stringify(placed.body);
    expect(words).not.toMatch(/[£€]|Dear/);
  });

  it('makes keys of labels in any script', () => {
    expect(['date of survey', '  ', 'Øvre dekk!', '船名'].map(blankKey)).toEqual([
      'dateOfSurvey',
      'blank',
      'øvreDekk',
      '船名',
    ]);
  });
});
