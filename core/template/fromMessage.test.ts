import { describe, expect, it } from 'vitest';
import { merge } from '../merge/merge.ts';
import { finishMessage } from '../merge/finish.ts';
import { compile } from '../merge/compile.ts';
import { field, programOf, readerFor, templateOf, text } from '../tests/fixtures.ts';
import { documentOf } from './document.ts';
import { keepableFields, wordingFromMessage } from './fromMessage.ts';

const reader = readerFor();
const letter = merge(
  programOf([
    [
      text('The survey of '),
      field('fact.vessel'),
      text(' was on '),
      field('date.surveyDay', { format: 'long' }),
    ],
    [field('greeting.hour'), text(', '), field('fact.vessel')],
  ]),
  reader,
);

describe('a template kept from a letter', () => {
  it('offers each of the record’s values once, as the letter has it', () => {
    expect(keepableFields(letter)).toEqual([
      { path: 'fact.vessel', label: 'Vessel', words: 'Saltmarsh Wren' },
      { path: 'date.surveyDay', label: 'Survey day', words: '19 October 2026' },
    ]);
  });

  it('reads the same on the matter it came from, and holds no trace of it but what was left as words', () => {
    const all = wordingFromMessage(letter, new Set(['fact.vessel', 'date.surveyDay']));
    expect(JSON.stringify(all)).not.toMatch(/Saltmarsh|19 October|original/);
    const again = merge(compile(templateOf([], { subject: all.subject, body: all.body })), reader);
    expect(finishMessage({ ...again, answers: {} }, reader).text).toBe(
      finishMessage({ ...letter, answers: {} }, reader).text,
    );
    const some = wordingFromMessage(letter, new Set(['fact.vessel']));
    expect(JSON.stringify(some)).toContain('was on 19 October 2026');
    expect(JSON.stringify(some)).not.toContain('"value"');
  });

  it('knows the writer’s signature again where it stands word for word, and not where it was changed', () => {
    const signed = (name: string) => ({
      ...letter,
      body: documentOf([
        ...letter.body.content,
        { type: 'paragraph', content: [text(name), { type: 'hardBreak' }, text('Tidewell & Roe')] },
      ]),
    });
    const signature = signed('Maud').body.content.slice(-1);
    const last = (name: string) => wordingFromMessage(signed(name), new Set(), signature).body.content.at(-1);
    expect(last('Maud')).toEqual({ type: 'signature' });
    expect(last('Maud T.')).toMatchObject({ type: 'paragraph' });
    expect(wordingFromMessage(letter, new Set(), []).body.content).toHaveLength(letter.body.content.length);
  });

  it('takes words that were written over for words', () => {
    const over = JSON.parse(
      JSON.stringify(letter).replaceAll('"text":"Saltmarsh Wren"', '"text":"the ketch"'),
    );
    expect(keepableFields(over).map(({ path }) => path)).toEqual(['date.surveyDay']);
    expect(JSON.stringify(wordingFromMessage(over, new Set(['fact.vessel'])))).toContain(
      'The survey of the ketch was on',
    );
  });
});
