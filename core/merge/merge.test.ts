import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { textValue } from '../model/value.ts';
import type { BlankDefinition } from '../template/blanks.ts';
import type { InlineNode } from '../template/document.ts';
import { blank, day, field, ines, matter, programOf, readerFor, text, withFacts } from '../tests/fixtures.ts';
import { finishHtml, finishMessage, finishProgram } from './finish.ts';
import { merge, openFields } from './merge.ts';
import { originsOf, refreshValues } from './refresh.ts';

const what: BlankDefinition = { key: 'what', label: 'What matters', kind: 'text', required: true };

const textFor = (nodes: readonly InlineNode[], record = matter, answers = {}) => {
  const program = programOf([nodes], { blanks: [what] });
  return finishProgram(program, readerFor({ record }), answers).text;
};

describe('merging', () => {
  it('fills fields in, in HTML and text alike, and says where each came from', () => {
    const program = programOf([
      [field('greeting.formal'), text(',')],
      [text('Ready by '), field('calculated.reportDue', { format: 'longWeekday' })],
    ]);
    const letter = merge(program, readerFor());
    const finished = finishMessage({ ...letter, answers: {} }, readerFor());
    expect(finished.subject).toBe('About Saltmarsh Wren');
    expect(finished.text).toBe('Dear Ms Okafor and Mr Lund,\n\nReady by Monday 26 October 2026');
    expect(finished.html).toContain('>Dear Ms Okafor and Mr Lund,</p>');
    expect(originsOf(letter).map(({ label, words }) => [label, words])).toEqual([
      ['Vessel', 'Saltmarsh Wren'],
      ['Greeting, formal', 'Dear Ms Okafor and Mr Lund'],
      ['Report due', 'Monday 26 October 2026'],
    ]);
  });

  it('lets no value be markup, and no line break reach a subject', () => {
    const record = withFacts({ vessel: textValue('<img src=x onerror=alert(1)>\r\nBcc: thief@x.example') });
    const finished = finishProgram(programOf([[field('fact.vessel')]]), readerFor({ record }), {});
    expect(finished.subject).toBe('About <img src=x onerror=alert(1)> Bcc: thief@x.example');
    expect(finished.html).toContain('&lt;img src=x onerror=alert(1)&gt; Bcc: thief');
    expect(finished.html).not.toContain('<img');
  });

  it('keeps the lines of long text, in each medium its own way', () => {
    const program = programOf([[field('fact.notes')]]);
    const finished = finishMessage({ ...merge(program, readerFor()), answers: {} }, readerFor());
    expect(finished.html).toContain('Bolts.<br>Drain.');
    expect(finished.text).toBe('Bolts.\nDrain.');
  });

  it('asks for what the record lacks, says other words, or leaves out with its space', () => {
    const bare = withFacts({});
    expect(
      textFor([text('On '), field('fact.vessel', {}, { kind: 'words', words: 'your vessel' })], bare),
    ).toBe('On your vessel');
    expect(
      textFor([text('Seen '), field('fact.vessel', {}, { kind: 'leaveOut' }), text(', thanks')], bare),
    ).toBe('Seen, thanks');
    expect(textFor([text('Seen '), field('fact.vessel', {}, { kind: 'leaveOut' }), text(', thanks')])).toBe(
      'Seen Saltmarsh Wren, thanks',
    );
    const program = programOf([[field('fact.vessel'), field('fact.price')]]);
    const letter = merge(program, readerFor({ record: bare }));
    expect(letter.blanks.map(({ label, kind }) => [label, kind])).toEqual([
      ['Vessel', 'text'],
      ['Price', 'money'],
    ]);
    expect([...openFields(program, readerFor({ record: bare })).keys()]).toEqual([
      'asked:fact.vessel',
      'asked:fact.price',
    ]);
    expect(JSON.stringify(letter.body)).not.toContain('"field"');
  });

  it('never shows a path where a value is missing', () => {
    const { html, text: words, open } = finishProgram(programOf([[field('fact.price')]]), readerFor(), {});
    expect(html + words).not.toContain('fact');
    expect(open.map(({ label }) => label)).toEqual(['Price']);
  });

  it('works late values out when it leaves', () => {
    const program = programOf([
      [field('greeting.hour'), text(' on '), field('day.today', { format: 'long' })],
    ]);
    const letter = { ...merge(program, readerFor({ hour: 9 })), answers: {} };
    const later = readerFor({ hour: 19, today: day('2026-11-25') });
    expect(finishMessage(letter, later).text).toBe('Good evening on 25 November 2026');
  });

  it('asks the same blank once, and proposes what its template says', () => {
    const due: BlankDefinition = {
      key: 'due',
      label: 'Answer by',
      kind: 'date',
      required: true,
      defaultFrom: { path: 'day.today', shift: { amount: 10, unit: 'workingDays' } },
    };
    const program = programOf([[blank('due'), text(' / '), blank('due')]], { blanks: [due] });
    const letter = merge(program, readerFor());
    expect(letter.proposed).toEqual({ due: '2026-12-08' });
    const finished = finishMessage({ ...letter, answers: letter.proposed }, readerFor());
    expect(finished.text).toBe('8 December 2026 / 8 December 2026');
    expect(finishMessage({ ...letter, answers: { due: 'soon' } }, readerFor()).open).toEqual([due]);
  });

  it('proposes words as they stand, where no value of the record is there to go before them', () => {
    const asked = { label: 'How', kind: 'text', required: true, proposes: 'by hand' } as const;
    const blanks = [
      { ...asked, key: 'a' },
      { ...asked, key: 'b', defaultFrom: { path: 'fact.vessel', shift: null } },
      { ...asked, key: 'c', defaultFrom: { path: 'fact.nothing', shift: null } },
    ];
    expect(merge(programOf([[text('x')]], { blanks }), readerFor()).proposed).toEqual({
      a: 'by hand',
      b: 'Saltmarsh Wren',
      c: 'by hand',
    });
  });

  it('gives the same by way of the sheet and straight from the program', () => {
    const word = fc.string({ maxLength: 12 }).filter((s) => s.trim() !== '');
    const marks = fc.constantFrom(
      [],
      [{ type: 'bold' as const }],
      [{ type: 'link' as const, attrs: { href: 'https://x.example/' } }],
    );
    const node: fc.Arbitrary<InlineNode> = fc.oneof(
      fc.tuple(word, marks).map(([t, m]): InlineNode => ({
        type: 'text',
        text: t.replace(/[\u0000-\u001f\u007f]/g, ' '),
        marks: m,
      })),
      fc
        .constantFrom('fact.vessel', 'fact.notes', 'fact.price', 'greeting.hour', 'calculated.fee')
        .chain((path) =>
          fc
            .constantFrom(
              { kind: 'ask' } as const,
              { kind: 'leaveOut' } as const,
              { kind: 'words', words: 'none' } as const,
            )
            .map((w) => field(path, {}, w)),
        ),
      fc.constant<InlineNode>({ type: 'hardBreak' }),
      fc.constant(blank('what')),
    );
    fc.assert(
      fc.property(fc.array(fc.array(node, { maxLength: 6 }), { maxLength: 5 }), word, (body, answer) => {
        // Each block has words of its own: what becomes of a block that is left empty is for its fields to say.
        const program = programOf(
          body.map((nodes) => [text('On'), ...nodes]),
          { blanks: [what] },
        );
        const answers = { what: answer };
        const reader = readerFor();
        const bySheet = finishMessage({ ...merge(program, reader), answers }, reader);
        const straight = finishProgram(program, reader, answers);
        expect(straight.subject).toBe(bySheet.subject);
        expect(straight.text).toBe(bySheet.text);
        expect(straight.html).toBe(bySheet.html);
        expect(finishHtml(program, reader, answers)).toBe(straight.html);
      }),
      { seed: 1207, numRuns: 300 },
    );
  });

  it('renews values that were not touched, and keeps those that were', () => {
    const letter = merge(programOf([[field('greeting.formal')], [field('fact.vessel')]]), readerFor());
    const touched = JSON.parse(
      JSON.stringify(letter).replace('"text":"Saltmarsh Wren","marks"', '"text":"the Wren","marks"'),
    ) as typeof letter;
    const fresh = refreshValues(touched, readerFor({ greeted: [ines] }));
    const finished = finishMessage({ ...fresh, answers: {} }, readerFor());
    expect(finished.text).toBe('Dear Ms Okafor\n\nSaltmarsh Wren');
    expect(finished.subject).toBe('About the Wren');
    expect(originsOf(fresh)[0]).toMatchObject({ words: 'the Wren', was: 'Saltmarsh Wren' });
  });

  it('writes lists and links in plain text as people do', () => {
    const link = {
      type: 'text',
      text: 'our terms',
      marks: [{ type: 'link', attrs: { href: 'https://x.example/t' } }],
    } as const;
    const item = (words: string) =>
      ({ type: 'listItem', content: [{ type: 'paragraph', content: [text(words)] }] }) as const;
    const body = {
      type: 'doc',
      version: 1,
      content: [
        { type: 'paragraph', content: [link] },
        { type: 'orderedList', content: [item('One'), item('Two')] },
      ],
    } as const;
    const finished = finishProgram(programOf([], { body }), readerFor(), {});
    expect(finished.text).toBe('our terms <https://x.example/t>\n\n1. One\n2. Two');
    expect(finished.html).toContain('<li><p style="margin:0 0 12px">One</p></li>');
  });
});
