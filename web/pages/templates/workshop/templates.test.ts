import { getSchema } from '@tiptap/core';
import { describe, expect, it } from 'vitest';
import type { FieldCatalogue, TemplateProblemView } from '../../../../contract/templates.ts';
import { FACT_KINDS } from '../../../../core/model/value.ts';
import { VALUE_FORMATS } from '../../../../core/values/writeValue.ts';
import { parseContent } from '../../../../core/template/parseContent.ts';
import { documentOf } from '../../../../core/template/document.ts';
import { parseDocument, parseInline } from '../../../../core/template/parseDocument.ts';
import { PASSAGES } from '../../../../demo/passages.ts';
import { TEMPLATES } from '../../../../demo/templates.ts';
import { templateBody, templateLine } from '../../../parts/editor/templateNodes.tsx';
import { NEW_DRAFT } from './draft.ts';
import { freshKey } from '../../../words/freshKey.ts';
import { putInItems } from '../../../parts/wording/putInItems.ts';
import { nameTyped } from '../../../parts/editor/putInMatch.ts';
import { channelWords } from '../../../words/en/wording.ts';
import { FORMAT_WORDS, KIND_WORDS, problemOf, standingWords } from '../../../words/en/templateWords.ts';

const choice = (path: string, label: string, value: string | null = null) => ({
  path,
  label,
  kind: 'text',
  group: 'The matter',
  late: false,
  value,
  choices: [],
});
const catalogue: FieldCatalogue = {
  fields: [
    choice('fact.vessel', 'Vessel', 'Saltmarsh Wren'),
    choice('party.client', 'Client'),
    choice('practice.name', 'Practice'),
  ],
  repeats: [
    { over: 'table.fees', label: 'Fee lines', rows: 2, fields: [choice('row.amount', 'Amount', '£1.00')] },
  ],
  roles: [],
  categories: [],
  stages: [],
  keyDates: [],
  palette: [],
};
const places = {
  catalogue,
  blanks: [{ key: 'vendor', label: 'vendor' }],
  passages: [
    { id: 'p1', name: 'Very kind regards', opening: 'Yours', oneLine: true },
    { id: 'p2', name: 'Verbose block', opening: 'So that', oneLine: false },
  ],
};
const labels = (typed: string, inLine = false) => putInItems(places, typed, inLine).map(({ label }) => label);

describe('what can be put in', () => {
  it('is offered best first, what begins with the letters before what holds them', () => {
    expect(labels('ve')).toEqual([
      'vendor',
      'Vessel',
      'Very kind regards',
      'Very kind regards, copied',
      'Verbose block',
      'Verbose block, copied',
      'Ask for “ve”',
    ]);
    expect(labels('ess')).toEqual(['Vessel', 'Ask for “ess”']);
    expect(labels('amou')[0]).toBe('Amount (each of Fee lines)');
  });

  it('leaves blocks out of a line, and can always become a question', () => {
    expect(labels('ver', true)).toEqual(['Very kind regards', 'Very kind regards, copied', 'Ask for “ver”']);
    expect(labels('').filter((label) => label.endsWith('copied'))).toEqual([]);
    expect(labels('signa')).toContain('Signature');
    expect(labels('signa', true)).toEqual(['Ask for “signa”']);
    expect(labels('zzz')).toEqual(['Ask for “zzz”']);
  });

  it('shows what the matter says there, whatever the diacritics typed', () => {
    const [first] = putInItems(places, 'véss', false);
    expect(first).toMatchObject({ kind: 'field', path: 'fact.vessel', detail: 'Saltmarsh Wren' });
    expect(putInItems({ catalogue: undefined, blanks: [], passages: [] }, '', true)).toEqual([]);
  });
});

describe('the name typed behind the sign', () => {
  it.each([
    ['+', ''],
    ['Our +survey', 'survey'],
    ['Our +survey day', 'survey day'],
    ['(+kind of vessel', 'kind of vessel'],
    ['“+Où est', 'Où est'],
  ])('%s is one', (text, name) => {
    expect(nameTyped(text)).toBe(name);
  });

  it.each([
    'a+b',
    'call +44 1632 960',
    'within +5 days',
    '+ 20 % tax',
    '+survey, and',
    '+survey day.',
    '+survey  day',
    '+one two three four five six',
    `+${'long'.repeat(12)}`,
    'no sign at all',
  ])('%s is none', (text) => {
    expect(nameTyped(text)).toBeUndefined();
  });

  it('finds fields of several words, and those that say what is typed', () => {
    const withDay = {
      ...places,
      catalogue: {
        ...catalogue,
        fields: [...catalogue.fields, choice('date.survey', 'Survey day', '20 November')],
      },
    };
    const found = (typed: string) => putInItems(withDay, typed, false).map(({ label }) => label);
    expect(found('survey da')[0]).toBe('Survey day');
    expect(found('saltm')).toEqual(['Vessel', 'Ask for “saltm”']);
    expect(found('s')[0]).toBe('Survey day');
    expect(found('w')).toEqual(['Show when', 'Ask for “w”']);
    expect(found('tab')[0]).toBe('Table');
    expect(found('nothing h')).toEqual(['Ask for “nothing h”']);
  });

  it('means what each row holds before what the matter does, within a row', () => {
    const first = putInItems(places, 'am', false, 'table.fees')[0];
    expect(first).toMatchObject({ label: 'Amount', path: 'row.amount' });
    expect(putInItems(places, '', false, 'table.fees')[0]).toMatchObject({ label: 'Amount' });
    expect(putInItems(places, '', false)[0]).toMatchObject({ label: 'vendor' });
  });
});

describe('a new template', () => {
  it('begins with wording that can be kept', () => {
    expect(parseContent(NEW_DRAFT.content).ok).toBe(true);
  });

  it('gives each blank a key like no other', () => {
    expect(freshKey('Date of survey', [])).toBe('dateOfSurvey');
    expect(freshKey('Date of survey', ['dateOfSurvey', 'dateOfSurvey2'])).toBe('dateOfSurvey3');
    expect(freshKey('!!', ['blank'])).toBe('blank2');
  });
});

describe('words of the workshop', () => {
  it('has a word for every kind, format, channel and standing', () => {
    for (const kind of FACT_KINDS) expect(KIND_WORDS[kind]).toBeTruthy();
    for (const format of VALUE_FORMATS) expect(FORMAT_WORDS[format]).toBeTruthy();
    expect((['email', 'text', 'letter'] as const).map(channelWords)).toEqual([
      'Email',
      'Text message',
      'Letter',
    ]);
    expect((['private', 'shared', 'approved', 'retired'] as const).map(standingWords)).toEqual([
      'Private',
      'Shared',
      'Approved',
      'Retired',
    ]);
  });

  const problem = (
    code: string,
    params: TemplateProblemView['params'] = {},
    types: string[] = [],
  ): TemplateProblemView => ({
    code,
    where: 'x',
    params,
    severity: 'error',
    types,
  });
  it.each([
    ['unknownField', { path: 'fact.hull', name: 'Hull' }, 'There is no “Hull” in this matter type. (Claim)'],
    [
      'rowFieldOutsideRepeat',
      { path: 'row.item' },
      '“item” belongs to the rows of a table. Put it into a block that repeats. (Claim)',
    ],
    ['formatNeedsDate', { label: 'Vessel' }, '“Vessel” cannot be written as a date. (Claim)'],
    ['shiftNeedsDate', { label: 'Fee' }, '“Fee” is no date. (Claim)'],
    ['unknownRole', { role: 'broker' }, 'Nobody is “broker” there. (Claim)'],
    ['unknownTable', { table: 'fees', name: 'Fee lines' }, 'There is no “Fee lines” to go through. (Claim)'],
    ['badAddress', { address: 'x' }, '“x” cannot be reached. (Claim)'],
    ['blankNeverAsked', { label: 'who' }, '“who” stands nowhere in the wording. (Claim)'],
    ['passageCircle', { path: 'A → B → A' }, 'A → B → A (Claim)'],
  ])('says %s so that whoever writes knows what to do', (code, params, detail) =>
    expect(problemOf(problem(code, params, ['Claim'])).detail).toBe(detail),
  );

  it('has something to say even of what it does not know', () => {
    expect(problemOf(problem('new')).title).toBe('Please look at this');
  });
});

describe('the workshop’s editor', () => {
  const schema = getSchema(templateBody);
  const wordings = [
    ...TEMPLATES.map(({ name, content }) => [name, content.body] as const),
    ...PASSAGES.map(({ name, content }) => [name, documentOf(content)] as const),
  ];
  it.each(wordings)('gives back “%s” node for node, so that opening changes nothing', (_name, wording) => {
    const shown = schema.nodeFromJSON(wording);
    shown.check();
    const before = parseDocument(JSON.parse(JSON.stringify(wording)), 'template');
    expect(before.ok).toBe(true);
    expect(parseDocument(shown.toJSON(), 'template')).toEqual(before);
  });

  it('gives back subjects too', () => {
    const line = getSchema(templateLine);
    for (const { content } of TEMPLATES) {
      const shown = line.nodeFromJSON({
        type: 'doc',
        content: [{ type: 'paragraph', content: [...content.subject] }],
      });
      const json = shown.toJSON() as { content: readonly { content?: readonly unknown[] }[] };
      expect(parseInline(json.content[0]?.content ?? [], 'template')).toEqual(
        parseInline(JSON.parse(JSON.stringify(content.subject)), 'template'),
      );
    }
  });
});
