import { describe, expect, it } from 'vitest';
import { field, surveyType, templateOf, text } from '../tests/fixtures.ts';
import { checkTemplate } from './checkTemplate.ts';
import { documentOf } from './document.ts';
import type { BlockNode } from './document.ts';
import { outlineBody, outlineRest } from './outline.ts';
import { parseContent, picturesOf } from './parseContent.ts';
import { parseDocument } from './parseDocument.ts';
import { MAX_PASSAGE_BLOCKS, expandPassages, linkedPassages, passageProblems } from './passages.ts';
import type { Passages } from './passages.ts';

const link = (id: string): BlockNode => ({ type: 'passage', attrs: { id } });
const passage = (name: string, ...content: readonly BlockNode[]) =>
  [name.toLowerCase(), { name, body: documentOf(content) }] as const;
const para = (words: string): BlockNode => ({ type: 'paragraph', content: [text(words)] });

describe('passages within passages', () => {
  it('that would make a body longer than any letter stop at a bound, and that is said', () => {
    // Eight passages of ten lines each, each line the one before: a hundred million.
    const many: Passages = new Map([
      passage('P0', ...Array.from({ length: 10 }, () => para('x'))),
      ...Array.from({ length: 7 }, (_, n) =>
        passage(`P${n + 1}`, ...Array.from({ length: 10 }, () => link(`p${n}`))),
      ),
    ]);
    expect(passageProblems([link('p7')], many)).toMatchObject([{ code: 'passagesTooLong' }]);
    expect(expandPassages([link('p7')], many).length).toBeLessThanOrEqual(MAX_PASSAGE_BLOCKS);
    expect(passageProblems([link('p2')], many)).toEqual([]);
    expect(expandPassages([link('p2')], many)).toHaveLength(1000);
    const empty: Passages = new Map([
      passage('E0'),
      ...Array.from({ length: 9 }, (_, n) =>
        passage(`E${n + 1}`, ...Array.from({ length: 10 }, () => link(`e${n}`))),
      ),
    ]);
    expect(expandPassages([link('e9')], empty)).toEqual([]);
  });
});

describe('passages', () => {
  const passages: Passages = new Map([
    passage('A', para('a'), link('b')),
    passage('B', para('b'), link('c')),
    passage('C', para('c'), link('a')),
    passage('D', para('d')),
  ]);

  it('that stand within themselves are named with the way, and end where the circle closes', () => {
    expect(passageProblems([link('a')], passages)).toMatchObject([
      { code: 'passageCircle', params: { path: 'A → B → C → A' } },
    ]);
    expect(expandPassages([link('a')], passages)).toEqual([para('a'), para('b'), para('c')]);
  });

  it('that are gone are said, and leave nothing', () => {
    expect(passageProblems([link('x'), link('x')], passages)).toMatchObject([
      { code: 'passageMissing', where: 'x' },
    ]);
    expect(expandPassages([link('x'), link('d')], passages)).toEqual([para('d')]);
  });

  it('are found wherever they are linked, each once', () => {
    const inCell: BlockNode = {
      type: 'table',
      content: [
        {
          type: 'tableRow',
          attrs: { repeat: null, when: null },
          content: [{ type: 'tableCell', attrs: { colspan: 1, align: 'left' }, content: [link('d')] }],
        },
      ],
    };
    const inWords: BlockNode = { type: 'paragraph', content: [{ type: 'passageWords', attrs: { id: 'c' } }] };
    expect(linkedPassages([inCell, inWords, link('d')])).toEqual(['d', 'c']);
    expect(expandPassages([inCell], passages)).not.toEqual([inCell]);
  });
});

describe('the static check over structure', () => {
  const codes = (...blocks: readonly BlockNode[]) =>
    checkTemplate({ ...templateOf([]), body: documentOf(blocks) }, surveyType).map(({ code }) => code);
  const inRepeat = (over: string, path: string): BlockNode => ({
    type: 'repeat',
    attrs: { over, when: null },
    content: [{ type: 'paragraph', content: [field(path)] }],
  });

  it('knows rows within their repeat, and nowhere else', () => {
    expect(codes(inRepeat('table.fees', 'row.what'))).toEqual([]);
    expect(codes(inRepeat('table.fees', 'row.gone'))).toEqual(['unknownField']);
    expect(codes(inRepeat('table.gone', 'row.what'))).toEqual(['unknownTable']);
    expect(codes(inRepeat('party.gone', 'row.name'))).toEqual(['unknownRole']);
    expect(codes({ type: 'paragraph', content: [field('row.what')] })).toEqual(['rowFieldOutsideRepeat']);
  });

  it('looks into conditions, pictures, what follows, and whom it is always sent to', () => {
    const gone = { join: 'all', conditions: [{ path: 'fact.gone', test: { op: 'filled' } }] } as const;
    expect(codes({ type: 'showWhen', attrs: { when: gone }, content: [para('x')] })).toEqual([
      'unknownField',
    ]);
    const picture: BlockNode = {
      type: 'paragraph',
      content: [{ type: 'picture', attrs: { picture: 'a'.repeat(64), alt: ' ', width: 20, href: null } }],
    };
    expect(codes(picture)).toEqual(['pictureWithoutWords']);
    const problems = checkTemplate(
      {
        ...templateOf([]),
        recipients: { to: [{ address: 'nobody', name: '' }], cc: [], bcc: [] },
        after: { stage: 'gone', stampDate: 'gone' },
      },
      surveyType,
    );
    expect(problems.map(({ code }) => code)).toEqual(['unknownStage', 'unknownKeyDate', 'badAddress']);
  });
});

describe('a template read from unknown JSON', () => {
  const body = (...content: readonly object[]) => ({ type: 'doc', content });
  const refused = (json: object) => {
    const read = parseDocument(json, 'template');
    return read.ok ? undefined : read.problems[0]?.code;
  };

  it('keeps every node of ours, and refuses what is none or out of bounds', () => {
    const picture = { type: 'picture', attrs: { picture: 'b'.repeat(64), alt: 'x', width: 40 } };
    const table = {
      type: 'table',
      content: [
        {
          type: 'tableRow',
          attrs: { repeat: { over: 'table.fees' } },
          content: [{ type: 'tableCell', content: [{ type: 'paragraph', content: [picture] }] }],
        },
      ],
    };
    const read = parseDocument(
      body(table, { type: 'space', attrs: { height: 8 } }, { type: 'signature' }),
      'template',
    );
    expect(read.ok && picturesOf({ body: read.value })).toEqual(['b'.repeat(64)]);
    expect(refused(body({ type: 'space', attrs: { height: 9_000 } }))).toBe('badAttribute');
    expect(refused(body({ type: 'button', attrs: { label: 'x', href: 'javascript:alert(1)' } }))).toBe(
      'badLink',
    );
    expect(refused(body({ type: 'repeat', attrs: { over: 'everything' }, content: [] }))).toBe(
      'badAttribute',
    );
    expect(
      refused(
        body({
          type: 'showWhen',
          attrs: { when: { join: 'all', conditions: [{ path: 'a', test: { op: 'like' } }] } },
        }),
      ),
    ).toBe('badAttribute');
    expect(
      refused(
        body({ type: 'paragraph', content: [{ ...picture, attrs: { ...picture.attrs, picture: '../x' } }] }),
      ),
    ).toBe('badAttribute');
    expect(refused(body({ type: 'columns', content: [] }))).toBe('badAttribute');
  });

  it('lets no repeat, passage or field into a letter', () => {
    for (const type of ['repeat', 'passage', 'signature'])
      expect(
        parseDocument(body({ type, attrs: { over: 'table.x', id: 'x' }, content: [] }), 'message').ok,
      ).toBe(false);
  });

  it('reads the names that files are given as wording too', () => {
    const unread = {
      ...templateOf([]),
      documents: [{ kind: 'latest', category: 'Report', required: true, fileName: [{ type: 'script' }] }],
    };
    expect(parseContent(unread).ok).toBe(false);
  });
});

describe('the outline of a template', () => {
  const names = {
    field: (path: string) => path.split('.').at(-1) ?? '',
    passage: (id: string) => `passage ${id}`,
    value: (_path: string, value: string | number | boolean) => `<${String(value)}>`,
    role: (key: string) => key.toUpperCase(),
    sender: (choice: string) => `the ${choice}`,
  };

  it('says structure and conditions in words', () => {
    const when = {
      join: 'any',
      conditions: [
        { path: 'fact.vessel', test: { op: 'filled' } },
        { path: 'fact.price', test: { op: 'atLeast', value: 5 } },
      ],
    } as const;
    const blocks: BlockNode[] = [
      { type: 'showWhen', attrs: { when }, content: [para('x')] },
      {
        type: 'repeat',
        attrs: { over: 'table.fees', when: null },
        content: [{ type: 'paragraph', content: [field('row.what')] }],
      },
      link('d'),
    ];
    expect(outlineBody(blocks, names, [])).toEqual([
      'When vessel is there or price is at least <5>:',
      '  x',
      'For each of fees:',
      '  ‹what›',
      '‹passage d›',
    ]);
    expect(
      outlineRest({ ...templateOf([]), after: { followUp: { workingDays: 5, what: 'Chase' } } }, names),
    ).toContain('Then: Chase, in 5 working days');
    const rest = outlineRest(
      {
        ...templateOf([]),
        recipients: { to: [{ role: 'owner' }], cc: [{ filing: true }], bcc: [] },
        sender: 'sender:accounts',
      },
      names,
    );
    expect(rest).toEqual(
      expect.arrayContaining(['To: OWNER', 'Cc: the matter’s filing address', 'From: the sender:accounts']),
    );
  });
});
