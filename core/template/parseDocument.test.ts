import { describe, expect, it } from 'vitest';
import { isSafeHref, parseDocument, parseInline } from './parseDocument.ts';

const doc = (...content: unknown[]) => ({ type: 'doc', content });
const para = (...content: unknown[]) => ({ type: 'paragraph', content });
const words = (text: string, ...marks: unknown[]) => ({ type: 'text', text, marks });
const field = (attrs: object) => ({ type: 'field', attrs });

const codesOf = (json: unknown, use: 'template' | 'message' = 'template') => {
  const result = parseDocument(json, use);
  return result.ok ? [] : result.problems.map(({ code }) => code);
};

describe('reading a document from unknown JSON', () => {
  it('keeps our nodes and drops what it does not know of them', () => {
    const result = parseDocument(
      doc({
        ...para(words('Hi', { type: 'bold', junk: 1 }), field({ path: 'fact.x', onclick: 'x' })),
        style: 'x',
      }),
      'template',
    );
    expect(result).toEqual({
      ok: true,
      value: {
        type: 'doc',
        version: 1,
        content: [
          {
            type: 'paragraph',
            content: [
              { type: 'text', text: 'Hi', marks: [{ type: 'bold' }] },
              {
                type: 'field',
                attrs: { path: 'fact.x', format: 'plain', shift: null, whenEmpty: { kind: 'ask' } },
              },
            ],
          },
        ],
      },
    });
  });

  it.each([
    ['notADocument', null],
    ['notADocument', { type: 'paragraph' }],
    ['notADocument', doc(7)],
    ['unknownNode', doc({ type: 'iframe' })],
    ['unknownNode', doc({ type: 'bulletList', content: [para()] })],
    ['unknownNode', doc(para({ type: 'script' }))],
    ['unknownMark', doc(para(words('x', { type: 'style' })))],
    ['badAttribute', doc({ type: 'heading', attrs: { level: 9 } })],
    ['badAttribute', doc(para({ type: 'text' }))],
    ['badAttribute', doc(para(field({ path: 'a', format: 'loud' })))],
    ['badAttribute', doc(para(field({ path: 'a', shift: { unit: 'days', amount: 1e9 } })))],
    ['badAttribute', doc(para(field({ path: 'a', whenEmpty: { kind: 'shrug' } })))],
    ['badLink', doc(para(words('x', { type: 'link', attrs: { href: 'javascript:alert(1)' } })))],
    ['tooLarge', doc(para(words('x'.repeat(500_001))))],
    ['tooLarge', doc(...Array.from({ length: 20_001 }, () => para()))],
  ])('says %s (%#)', (code, json) => expect(codesOf(json)).toEqual([code]));

  it('refuses nesting made to exhaust the stack', () => {
    let list: unknown = para(words('deep'));
    for (let n = 0; n < 5_000; n += 1)
      list = { type: 'bulletList', content: [{ type: 'listItem', content: [list] }] };
    expect(codesOf(doc(list))).toEqual(['tooDeep']);
  });

  it('lets no field stand in a letter, and no mark of origin in a template', () => {
    const origin = { type: 'value', attrs: { path: 'a', label: 'A', original: 'x', format: 'plain' } };
    expect(codesOf(doc(para(field({ path: 'a' }))), 'message')).toEqual(['unknownNode']);
    expect(codesOf(doc(para(words('x', origin))), 'template')).toEqual(['unknownMark']);
    expect(codesOf(doc(para(words('x', origin))), 'message')).toEqual([]);
  });

  it('takes control characters out of text', () => {
    const result = parseInline([words('a\u0000b\u001bc\td')], 'message');
    expect(result.ok && result.value[0]).toMatchObject({ text: 'abc\td' });
  });

  it.each([
    ['https://x.example/a?b=c', true],
    ['mailto:a@b.example', true],
    ['tel:+441632960100', true],
    ['javascript:alert(1)', false],
    ['data:text/html,x', false],
    ['https://x.example/"><script>', false],
    ['//x.example', false],
    [`https://${'a'.repeat(3000)}`, false],
  ])('follows %s: %s', (href, safe) => expect(isSafeHref(href)).toBe(safe));
});
