import { describe, expect, it } from 'vitest';
import { blank, field, programOf, readerFor, text } from '../tests/fixtures.ts';
import { compile } from '../merge/compile.ts';
import { documentOf } from '../template/document.ts';
import { inlineOf } from '../template/walk.ts';
import { addWording } from './addWording.ts';

const asked = { key: 'when', label: 'By when', kind: 'date', required: true } as const;
const framed = programOf(
  [
    [field('greeting.formal'), text(',')],
    [text('Please answer by '), blank('when')],
    [text('With kind regards,')],
  ],
  { blanks: [asked] },
);
const program = compile({
  ...framed.content,
  body: documentOf([...framed.content.body.content, { type: 'signature' }]),
});

describe('another template’s wording in a draft', () => {
  it('comes without its greeting, its close and its signature', () => {
    const { content, blanks } = addWording(program, readerFor(), { blanks: [], answers: {} });
    expect(inlineOf(content)).toEqual([text('Please answer by '), blank('when')]);
    expect(blanks).toEqual([asked]);
  });

  it('asks the same question once, and another under the same key by a key of its own', () => {
    const same = addWording(program, readerFor(), { blanks: [asked], answers: { when: '2026-12-01' } });
    expect([same.blanks, same.answers]).toEqual([[asked], { when: '2026-12-01' }]);
    const other = { ...asked, label: 'Since when' };
    const two = addWording(program, readerFor(), { blanks: [other], answers: {} });
    expect(two.blanks).toEqual([other, { ...asked, key: 'when-2' }]);
    expect(inlineOf(two.content)).toContainEqual(blank('when-2'));
  });

  it('keeps answers that are there before what it proposes', () => {
    const proposing = programOf([[blank('how')]], {
      blanks: [{ key: 'how', label: 'How', kind: 'text', required: true, proposes: 'by hand' }],
    });
    expect(addWording(proposing, readerFor(), { blanks: [], answers: {} }).answers).toEqual({
      how: 'by hand',
    });
    const before = addWording(proposing, readerFor(), { blanks: [], answers: { how: 'by post' } });
    expect(before.answers).toEqual({ how: 'by post' });
  });
});
