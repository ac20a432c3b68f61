import { describe, expect, it } from 'vitest';
import { fieldReader } from '../merge/fieldReader.ts';
import { blank, contextFor, field, surveyType, templateOf, text } from '../tests/fixtures.ts';
import type { BlankDefinition } from './blanks.ts';
import { checkTemplate } from './checkTemplate.ts';
import { fieldsOf } from './fieldCatalogue.ts';

const what: BlankDefinition = { key: 'what', label: 'What matters', kind: 'text', required: true };
const codes = (...args: Parameters<typeof templateOf>) =>
  checkTemplate(templateOf(...args), surveyType).map((p) => p.code);

describe('the static check of a template', () => {
  it('is quiet about one that holds', () => {
    expect(
      codes([[field('greeting.formal')], [field('date.surveyDay', { format: 'long' }), blank('what')]], {
        blanks: [what],
      }),
    ).toEqual([]);
  });

  it.each([
    ['unknownField', [[field('fact.hull')]], {}],
    ['formatNeedsDate', [[field('fact.vessel', { format: 'long' })]], {}],
    ['formatNeedsNumber', [[field('fact.vessel', { format: 'words' })]], {}],
    ['shiftNeedsDate', [[field('calculated.fee', { shift: { unit: 'days', amount: 1 } })]], {}],
    ['unknownRole', [], { recipients: { to: [{ role: 'underwriter' }], cc: [], bcc: [] } }],
    ['noRecipients', [], { recipients: { to: [], cc: [{ role: 'owner' }], bcc: [] } }],
    ['blankUndefined', [[blank('what')]], {}],
    ['blankNeverAsked', [[text('x')]], { blanks: [what] }],
    ['blankDefinedTwice', [[blank('what')]], { blanks: [what, what] }],
    [
      'defaultUnknownField',
      [[blank('what')]],
      { blanks: [{ ...what, defaultFrom: { path: 'fact.hull', shift: null } }] },
    ],
  ] as const)('says %s', (code, body, change) => expect(codes(body, change)).toEqual([code]));

  it('lists every field with a path that the merge reads', () => {
    const reader = fieldReader(
      contextFor({ practice: { name: 'P', phone: '1', addressLines: ['x'], website: 'w' } }),
    );
    const known = fieldsOf(surveyType).filter(
      ({ path }) => !/^party\.\w+\.\w+$|^recipient\.(?!name|email)/.test(path),
    );
    const empty = known.filter(({ path }) => reader.read(path) === undefined);
    expect(empty.map(({ path }) => path)).toEqual(['fact.price']);
    for (const { path, kind } of fieldsOf(surveyType)) {
      const value = reader.read(path);
      const loose = value?.kind === 'text' || value?.kind === 'choice';
      if (value && !loose) expect([path, value.kind]).toEqual([path, kind]);
    }
  });
});
