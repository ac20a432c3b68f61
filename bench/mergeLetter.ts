/* The letter and the records that merging is measured with. */
import type { ConditionGroup } from '../core/model/condition.ts';
import { asId } from '../core/model/ids.ts';
import type { MatterRecord, MatterType, Person, Row } from '../core/model/matter.ts';
import { money } from '../core/model/money.ts';
import { addDays, fromDayNumber } from '../core/model/plainDate.ts';
import type { FactKind, Value } from '../core/model/value.ts';
import { documentOf } from '../core/template/document.ts';
import type { BlockNode, InlineNode, TableCell } from '../core/template/document.ts';
import type { Passages } from '../core/template/passages.ts';

export const RECORDS = 10_000;
const KINDS: readonly FactKind[] = ['text', 'date', 'text', 'money', 'text'];
const FIELDS = Array.from({ length: 30 }, (_, n) => ({
  key: `f${n}`,
  kind: KINDS[n % KINDS.length] ?? 'text',
}));
/** Thirty fields in thirty-three places: three of them are said twice. */
const PLACES = [...FIELDS, ...FIELDS.slice(0, 3)];

/** Rows of the one repeat. */
const ROWS = 6;

const WORDS = 'as we have seen on board and as the yard has told us since, ';
const TYPE: MatterType = {
  id: asId('bench'),
  name: 'Bench',
  currency: 'GBP',
  facts: [
    ...FIELDS.map(({ key, kind }) => ({ key, label: key, kind })),
    { key: 'urgent', label: 'urgent', kind: 'yesNo' },
    { key: 'settled', label: 'settled', kind: 'yesNo' },
  ],
  tables: [
    {
      key: 'items',
      label: 'Items',
      columns: [
        { key: 'what', label: 'what', kind: 'text' },
        { key: 'due', label: 'due', kind: 'date' },
        { key: 'cost', label: 'cost', kind: 'money' },
      ],
    },
  ],
  roles: [],
  stages: [],
  keyDates: [],
  calculated: [],
};

export const PERSON: Person = { id: asId('p'), name: 'P', email: 'p@x.example', position: 'P' };

function factFor(kind: FactKind, record: number, field: number): Value {
  const n = record * 31 + field;
  if (kind === 'date') return { kind, date: addDays(fromDayNumber(20_000), n % 900) };
  if (kind === 'money') return { kind, money: money((n * 97) % 10_000_000, 'GBP') };
  return { kind: 'text', text: n % 40 === 0 ? `Roe & ${n}` : `word${n}` };
}

export const records: readonly MatterRecord[] = Array.from({ length: RECORDS }, (_, n) => ({
  id: asId(`m${n}`),
  reference: `B-${n}`,
  title: 'Bench',
  type: TYPE,
  stage: '',
  responsible: PERSON,
  parties: [],
  facts: {
    ...Object.fromEntries(FIELDS.map(({ key, kind }, field) => [key, factFor(kind, n, field)])),
    urgent: { kind: 'yesNo', value: n % 2 === 0 },
    settled: { kind: 'yesNo', value: n % 3 === 0 },
  },
  dates: {},
  tables: {
    items: Array.from({ length: ROWS }, (_, row): Row => ({
      what: factFor('text', n, row),
      due: factFor('date', n, row),
      cost: factFor('money', n, row),
    })),
  },
  documents: [],
}));

const fieldOf = (path: string): InlineNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'ask' } },
});
const paragraphs: readonly BlockNode[] = Array.from({ length: 11 }, (_, n) => ({
  type: 'paragraph',
  content: PLACES.slice(n * 3, n * 3 + 3).flatMap(({ key }): readonly InlineNode[] => [
    { type: 'text', text: WORDS },
    fieldOf(`fact.${key}`),
    { type: 'text', text: ' ' },
  ]),
}));
const whenTrue = (fact: string): ConditionGroup => ({
  join: 'all',
  conditions: [{ path: `fact.${fact}`, test: { op: 'is', value: true } }],
});
const shownWhen = (fact: string, block: BlockNode | undefined): BlockNode => ({
  type: 'showWhen',
  attrs: { when: whenTrue(fact) },
  content: block ? [block] : [],
});
const cell = (path: string): TableCell => ({
  type: 'tableCell',
  attrs: { colspan: 1, align: 'left' },
  content: [{ type: 'paragraph', content: [fieldOf(`row.${path}`)] }],
});
const table: BlockNode = {
  type: 'table',
  content: [
    {
      type: 'tableRow',
      attrs: { repeat: { over: 'table.items', when: null }, when: null },
      content: ['what', 'due', 'cost'].map(cell),
    },
  ],
};
const words = (text: string): InlineNode => ({ type: 'text', text });
const showWords = (fact: string, text: string): InlineNode => ({
  type: 'showWords',
  attrs: { when: whenTrue(fact) },
  content: [words(text)],
});
const said = (...content: readonly InlineNode[]): BlockNode => ({ type: 'paragraph', content });

/** The kinds of node that the letter itself has no use for, once each. */
const otherKinds: readonly BlockNode[] = [
  { type: 'heading', attrs: { level: 2 }, content: [words('What was found')] },
  { type: 'bulletList', content: [{ type: 'listItem', content: [said(words('on deck'))] }] },
  { type: 'orderedList', content: [{ type: 'listItem', content: [said(words('below'))] }] },
  {
    type: 'columns',
    content: [
      { type: 'column', content: [said(words('to port'))] },
      { type: 'column', content: [said(words('to starboard'))] },
    ],
  },
  { type: 'button', attrs: { label: 'Our terms', href: 'https://x.example/terms' } },
  { type: 'space', attrs: { height: 16 } },
  { type: 'divider' },
  said(
    { type: 'text', text: 'in bold', marks: [{ type: 'bold' }] },
    { type: 'hardBreak' },
    { type: 'text', text: 'a link', marks: [{ type: 'link', attrs: { href: 'https://x.example' } }] },
    { type: 'picture', attrs: { picture: 'a'.repeat(64), alt: 'the quay', width: 120, href: null } },
  ),
  said(
    words('We shall come on '),
    { type: 'blank', attrs: { key: 'when' } },
    showWords('urgent', ', as soon as the tide allows'),
    words('. '),
    fieldOf('greeting.hour'),
    words(' on '),
    fieldOf('day.weekday'),
    words('. '),
    { type: 'passageWords', attrs: { id: 'terms' } },
  ),
  { type: 'passage', attrs: { id: 'closing' } },
  { type: 'signature' },
];

export const passages: Passages = new Map([
  ['terms', { name: 'Terms', body: documentOf([said(words('Our terms are those you know.'))]) }],
  [
    'closing',
    { name: 'Closing', body: documentOf([said(words('Please ask us anything. '), fieldOf('fact.f0'))]) },
  ],
]);
export const signature: readonly BlockNode[] = [said(words('P, Bench & Co'))];
/** What is the same for every record: the writer’s answer, and what the hour and the day of sending say. */
export const GIVEN = { when: 'Monday', hour: 'Good morning', weekday: 'Friday' } as const;
export const GIVEN_PATHS: Readonly<Record<string, keyof typeof GIVEN>> = {
  'greeting.hour': 'hour',
  'day.weekday': 'weekday',
};

/** Eleven paragraphs, two of them under a condition, a table of six rows, and every other kind of node once. */
export const body: readonly BlockNode[] = [
  ...paragraphs.slice(0, 9),
  shownWhen('urgent', paragraphs[9]),
  shownWhen('settled', paragraphs[10]),
  table,
  ...otherKinds,
];
