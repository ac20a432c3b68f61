import { describe, expect, it } from 'vitest';
import { patternOf } from '../../core/figures/pattern.ts';
import { documentOf } from '../../core/template/document.ts';
import type { BlockNode, InlineNode } from '../../core/template/document.ts';
import { rewrittenIn } from './rewritten.ts';

const value = (path: string, text: string, original = text): InlineNode => ({
  type: 'text',
  text,
  marks: [{ type: 'value', attrs: { path, format: 'plain', shift: null, label: path, original } }],
});
const para = (...words: readonly (string | InlineNode)[]): BlockNode => ({
  type: 'paragraph',
  content: words.map((word) => (typeof word === 'string' ? { type: 'text', text: word } : word)),
});
const vessel = value('fact.vessel', 'Saltmarsh Wren');
const BEGUN = [
  para('We have seen ', vessel, '. She lies well. Please let us know by Friday.'),
  para('With kind regards,'),
];

const rewritten = (...body: readonly BlockNode[]) =>
  rewrittenIn({
    sendOptions: { begun: patternOf(BEGUN) },
    body: documentOf(body),
    templateVersionId: 'v1',
  });

describe('how much of a wording was changed', () => {
  it('is nothing where its words went as they were, whatever the record says', () => {
    expect(rewritten(...BEGUN)).toEqual({ words: 16, changed: 0, sentences: [] });
    const other = value('fact.vessel', 'Half a Crown');
    const sent = rewritten(
      para('We have seen ', other, '. She lies well. Please let us know by Friday.'),
      para('With kind regards,'),
    );
    expect(sent).toEqual({ words: 16, changed: 0, sentences: [] });
  });

  it('counts words that were put in the place of others once, and says which sentence it was', () => {
    const sent = rewritten(
      para('We have seen ', vessel, '. She lies well. Please tell us by Monday week.'),
      para('With kind regards,'),
    );
    expect(sent?.sentences).toEqual([
      { was: 'Please let us know by Friday.', became: 'Please tell us by Monday week.' },
    ]);
    expect(sent?.changed).toBe(4);
  });

  it('says which sentence was taken out, and that a value was written over', () => {
    const over = value('fact.vessel', 'the Wren', 'Saltmarsh Wren');
    const sent = rewritten(
      para('We have seen ', over, '. Please let us know by Friday.'),
      para('With kind regards,'),
    );
    expect(sent?.sentences).toEqual([
      { was: 'We have seen ‹fact.vessel›.', became: 'We have seen the Wren.' },
      { was: 'She lies well.', became: '' },
    ]);
  });

  it('is not known of a message that began from no wording', () => {
    expect(
      rewrittenIn({ sendOptions: {}, body: documentOf(BEGUN), templateVersionId: null }),
    ).toBeUndefined();
  });

  it('is not worked out where another’s letter is quoted or passed on: its words are kept nowhere else', () => {
    for (const takenUp of [
      { entryId: 'e1', how: 'sender', quoted: true },
      { entryId: 'e1', how: 'forward' },
    ] as const)
      expect(
        rewrittenIn({
          sendOptions: { begun: patternOf(BEGUN), takenUp },
          body: documentOf([para('Theirs.')]),
          templateVersionId: 'v1',
        }),
      ).toBeUndefined();
  });
});
