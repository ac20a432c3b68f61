import { describe, expect, it } from 'vitest';
import type { ConditionGroup } from '../model/condition.ts';
import type { MatterRecord, MatterType } from '../model/matter.ts';
import { money } from '../model/money.ts';
import { moneyValue, textValue } from '../model/value.ts';
import { documentOf } from '../template/document.ts';
import type { BlockNode, InlineNode, TableRow } from '../template/document.ts';
import type { Passages } from '../template/passages.ts';
import { textBlocks } from '../template/walk.ts';
import { day, field, matter, readerFor, surveyType, templateOf, text } from '../tests/fixtures.ts';
import { compile } from './compile.ts';
import { finishMessage, finishProgram } from './finish.ts';
import { merge } from './merge.ts';
import { pageNodes } from './renderPages.ts';
import { settleMessage } from './settle.ts';

const para = (...content: readonly InlineNode[]): BlockNode => ({ type: 'paragraph', content });
const when = (path: string, op: 'filled' | 'empty' = 'filled'): ConditionGroup => ({
  join: 'all',
  conditions: [{ path, test: { op } }],
});
const cell = (...content: readonly InlineNode[]) =>
  ({ type: 'tableCell', attrs: { colspan: 1, align: 'left' }, content: [para(...content)] }) as const;
const head = (words: string) =>
  ({ type: 'tableHeader', attrs: { colspan: 1, align: 'left' }, content: [para(text(words))] }) as const;
const row = (
  attrs: Partial<TableRow['attrs']>,
  ...content: readonly TableRow['content'][number][]
): TableRow => ({
  type: 'tableRow',
  attrs: { repeat: null, when: null, ...attrs },
  content,
});
const fees: BlockNode = {
  type: 'table',
  content: [
    row({}, head('What'), head('Amount')),
    row({ repeat: { over: 'table.fees', when: null } }, cell(field('row.what')), cell(field('row.amount'))),
  ],
};

/** Both ways to the same letter must say the same: by way of the sheet, and straight from the program. */
function written(
  blocks: readonly BlockNode[],
  record: MatterRecord = matter,
  passages: Passages = new Map(),
) {
  const program = compile({ ...templateOf([]), body: documentOf(blocks) }, passages);
  const reader = readerFor({ record });
  const straight = finishProgram(program, reader, {});
  const letter = merge(program, reader);
  const bySheet = finishMessage({ ...letter, answers: {} }, reader);
  expect({ html: bySheet.html, text: bySheet.text }).toEqual({ html: straight.html, text: straight.text });
  return { ...straight, letter };
}

describe('a table on paper', () => {
  it('has its amounts below each other by their ends, and words by their beginnings', () => {
    const table = (...texts: readonly (readonly string[])[]) => {
      const block: BlockNode = {
        type: 'table',
        content: [
          row({}, head('What'), head('Value')),
          ...texts.map((cells) => row({}, ...cells.map((one) => cell(text(one))))),
        ],
      };
      const [node] = pageNodes([block]);
      return node && 'table' in node
        ? node.table.body.map((line) => line.map(({ alignment }) => alignment))
        : [];
    };
    expect(table(['Survey', '£950.00'], ['Travel', '(12.50)'], ['Rate', '20 %'])[1]).toEqual([
      'left',
      'right',
    ]);
    expect(table(['Survey', '£950.00'], ['Travel', 'included'])[1]).toEqual(['left', 'left']);
  });
});

describe('structure in a letter', () => {
  it('repeats a table row for each row, and leaves the whole table out where there is none', () => {
    expect(written([para(text('Fees:')), fees]).text).toBe(
      'Fees:\n\nWhat | Amount\nSurvey | £950.00\nTravel | £120.00',
    );
    const none = written([para(text('Fees')), fees], { ...matter, tables: {} });
    expect(none.text).toBe('Fees');
    expect(none.html).not.toContain('<table');
  });

  it('says nothing that leads in what then does not come', () => {
    const owed: BlockNode = {
      type: 'repeat',
      attrs: { over: 'table.fees', when: null },
      content: [para(field('row.what'))],
    };
    const bare = { ...matter, tables: {} };
    for (const block of [fees, owed]) {
      const letter = [para(text('Still open:')), block, para(text('Until then.'))];
      expect(written(letter, bare).text).toBe('Until then.');
      expect(written(letter).text).toMatch(/^Still open:\n\n[^]*Survey[^]*Until then\.$/);
    }
    expect(written([para(text('As follows:')), para(text('Nothing.'))], bare).text).toBe(
      'As follows:\n\nNothing.',
    );
  });

  it('repeats blocks over the parties in a role', () => {
    const repeat: BlockNode = {
      type: 'repeat',
      attrs: { over: 'party.owner', when: null },
      content: [para(field('row.name'), text(': '), field('row.email'))],
    };
    expect(written([repeat]).text).toBe(
      'Ines Okafor: ines.okafor@mail.example\n\nAksel Lund: aksel.lund@mail.example',
    );
  });

  it('goes through the rows that a condition chooses alone', () => {
    const repeat: BlockNode = {
      type: 'repeat',
      attrs: {
        over: 'table.fees',
        when: { join: 'all', conditions: [{ path: 'row.amount', test: { op: 'atLeast', value: 50_000 } }] },
      },
      content: [para(field('row.what'))],
    };
    expect(written([repeat]).text).toBe('Survey');
  });

  it('shows blocks and words only where their condition holds', () => {
    const blocks: BlockNode[] = [
      { type: 'showWhen', attrs: { when: when('fact.price') }, content: [para(text('priced'))] },
      { type: 'showWhen', attrs: { when: when('fact.price', 'empty') }, content: [para(text('unpriced'))] },
      para(
        text('She'),
        { type: 'showWords', attrs: { when: when('fact.vessel') }, content: [text(' is named')] },
        text('.'),
      ),
    ];
    expect(written(blocks).text).toBe('unpriced\n\nShe is named.');
  });

  it.each([
    ['a space', [text('Call '), field('fact.price', {}, { kind: 'leaveOut' }), text(' now.')], 'Call now.'],
    [
      'a comma',
      [text('Wren, '), field('fact.price', {}, { kind: 'leaveOut' }), text(', ashore')],
      'Wren, ashore',
    ],
    ['a last comma', [text('Wren, '), field('fact.price', {}, { kind: 'leaveOut' })], 'Wren'],
    ['a first space', [field('fact.price', {}, { kind: 'leaveOut' }), text(' Wren')], 'Wren'],
    [
      'an empty line',
      [
        text('a'),
        { type: 'hardBreak' },
        field('fact.price', {}, { kind: 'leaveOut' }),
        { type: 'hardBreak' },
        text('b'),
      ],
      'a\nb',
    ],
    [
      'its sentence',
      [
        text('One. It cost '),
        field('fact.price', {}, { kind: 'leaveOut', with: 'sentence' }),
        text(' last year. Two.'),
      ],
      'One. Two.',
    ],
    [
      'its paragraph',
      [text('It cost '), field('fact.price', {}, { kind: 'leaveOut', with: 'paragraph' })],
      '',
    ],
  ] as const)('leaves %s behind with a missing value', (_what, nodes, expected) => {
    expect(written([para(...(nodes as readonly InlineNode[]))]).text).toBe(expected);
  });

  it('leaves a row out with its missing value, and no empty item or paragraph', () => {
    const missing = field('fact.price', {}, { kind: 'leaveOut', with: 'row' });
    const table: BlockNode = {
      type: 'table',
      content: [
        row({}, cell(text('Price')), cell(missing)),
        row({}, cell(text('Name')), cell(field('fact.vessel'))),
      ],
    };
    const list: BlockNode = {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [para(field('fact.price', {}, { kind: 'leaveOut' }))] },
        { type: 'listItem', content: [para(text('kept'))] },
      ],
    };
    const out = written([table, list, para(field('fact.price', {}, { kind: 'leaveOut' }))]);
    expect(out.text).toBe('Name | Saltmarsh Wren\n\n- kept');
    expect(textBlocks(out.letter.body.content)).toHaveLength(3);
  });

  it('escapes what rows hold, in tables as elsewhere', () => {
    const record = {
      ...matter,
      tables: { fees: [{ what: textValue('<b>& "x"'), amount: moneyValue(money(1, 'GBP')) }] },
    };
    expect(written([fees], record).html).toContain('&lt;b&gt;&amp; &quot;x&quot;');
  });

  it('says passages in today’s words, one within another, and a signature in its place', () => {
    const passages: Passages = new Map([
      [
        'a',
        { name: 'A', body: documentOf([para(text('Outer '), { type: 'passageWords', attrs: { id: 'b' } })]) },
      ],
      ['b', { name: 'B', body: documentOf([para(text('inner '), field('fact.vessel'))]) }],
    ]);
    const blocks: BlockNode[] = [{ type: 'passage', attrs: { id: 'a' } }, { type: 'signature' }];
    const program = compile({ ...templateOf([]), body: documentOf(blocks) }, passages);
    const signature = [para(text('Yours, '), field('sender.name'))];
    const reader = readerFor({ signature });
    expect(finishProgram(program, reader, {}).text).toBe(
      'Outer inner Saltmarsh Wren\n\nYours, Maud Tidewell',
    );
    expect(merge(program, reader).body.content).toHaveLength(2);
  });

  it('keeps a condition on the hour in the letter until it leaves', () => {
    const evening: ConditionGroup = {
      join: 'all',
      conditions: [{ path: 'day.hour', test: { op: 'atLeast', value: 18 } }],
    };
    const friday: ConditionGroup = {
      join: 'all',
      conditions: [{ path: 'day.weekday', test: { op: 'is', value: 'Friday' } }],
    };
    const blocks: BlockNode[] = [
      { type: 'showWhen', attrs: { when: evening }, content: [para(text('A good evening to you.'))] },
      para(text('Bye'), {
        type: 'showWords',
        attrs: { when: friday },
        content: [text(' and a good weekend')],
      }),
    ];
    const program = compile({ ...templateOf([]), body: documentOf(blocks) });
    const letter = merge(program, readerFor({ hour: 9 }));
    expect(finishMessage({ ...letter, answers: {} }, readerFor({ hour: 9 })).text).toBe('Bye');
    const late = readerFor({ hour: 19, today: day('2026-11-27') });
    expect(finishMessage({ ...letter, answers: {} }, late).text).toBe(
      'A good evening to you.\n\nBye and a good weekend',
    );
  });

  it('writes columns, buttons, space, dividers and pictures in every medium', () => {
    const picture = 'a'.repeat(64);
    const blocks: BlockNode[] = [
      {
        type: 'columns',
        content: [
          { type: 'column', content: [para(text('left'))] },
          { type: 'column', content: [para(text('right'))] },
        ],
      },
      { type: 'button', attrs: { label: 'Pay', href: 'https://pay.example/?a=1&b=2' } },
      { type: 'space', attrs: { height: 24 } },
      { type: 'divider' },
      para({ type: 'picture', attrs: { picture, alt: 'our mark', width: 120, href: null } }),
    ];
    const out = written(blocks);
    expect(out.text).toBe('left\n\nright\n\nPay: https://pay.example/?a=1&b=2\n\n--------\n\n[our mark]');
    expect(out.html).toContain('href="https://pay.example/?a=1&amp;b=2"');
    expect(out.html).toContain(`cid:${picture.slice(0, 32)}@pictures`);
    const settled = settleMessage({ ...out.letter, answers: {} }, readerFor());
    expect(JSON.stringify(pageNodes(settled))).toContain(`"image":"${picture}"`);
  });

  it('can look as if typed by hand: no style, no sheet', () => {
    const program = compile({ ...templateOf([[text('Plain '), field('fact.vessel')]]), plain: true });
    expect(finishProgram(program, readerFor(), {}).html).toBe('<div><p>Plain Saltmarsh Wren</p></div>');
  });

  it('takes a calculated value that turns with the day as late as the day itself', () => {
    const calculated = [
      {
        key: 'left',
        label: 'Days left',
        form: { kind: 'daysBetween', from: 'day.today', to: 'date.surveyDay', unit: 'days' },
      },
    ] as const;
    const type: MatterType = { ...surveyType, calculated };
    const record: MatterRecord = { ...matter, type, dates: { surveyDay: day('2026-12-01') } };
    const program = compile(templateOf([[field('calculated.left'), text(' days left')]]));
    const letter = merge(program, readerFor({ record }));
    const sentLater = readerFor({ record, today: day('2026-11-30') });
    expect(finishMessage({ ...letter, answers: {} }, sentLater).text).toBe('1 days left');
  });

  it('names the first of a role by more than a name', () => {
    const out = written([para(field('party.client.email'), text(' / '), field('party.yard'))]);
    expect(out.text).toBe('ines.okafor@mail.example / Hallam Slip');
  });
});
