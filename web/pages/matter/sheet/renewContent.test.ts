// @vitest-environment happy-dom
import { Editor } from '@tiptap/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bodyBase } from '../../../parts/editor/baseExtensions.ts';
import { renewContent } from './renewContent.ts';

const doc = (lines: readonly string[]) => ({
  type: 'doc',
  content: lines.map((text) => ({
    type: 'paragraph',
    ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
  })),
});

const opened = (lines: readonly string[]): Editor =>
  new Editor({ extensions: bodyBase, content: doc(lines) });
const linesOf = (editor: Editor): readonly string[] =>
  editor.state.doc.children.map((one) => one.textContent);

/** Puts the caret before these words. */
function caretBefore(editor: Editor, words: string): void {
  editor.state.doc.descendants((node, at) => {
    const offset = node.text?.indexOf(words) ?? -1;
    if (offset >= 0) editor.commands.setTextSelection(at + offset);
  });
}
const wordsAtCaret = (editor: Editor): string => {
  const { $from } = editor.state.selection;
  return $from.parent.textContent.slice($from.parentOffset);
};

const BEFORE = ['Dear Ms Okafor,', 'The survey went well, as you saw.', 'With kind regards,', 'Maud'];
const AFTER = [
  'Dear Ms Okafor and Mr Lund,',
  'The survey went well, as you saw.',
  'Kind regards to both,',
  'Maud',
];

describe('words that are renewed under the hands of whoever writes', () => {
  it('leave the caret at its words, though what stands before and after it changes', () => {
    const editor = opened(BEFORE);
    caretBefore(editor, 'as you saw');
    renewContent(editor, doc(BEFORE), doc(AFTER));
    expect([linesOf(editor), wordsAtCaret(editor)]).toEqual([AFTER, 'as you saw.']);
    editor.commands.insertContent('fortunately, ');
    expect(linesOf(editor)[1]).toBe('The survey went well, fortunately, as you saw.');
  });

  it('leave alone what was typed since, in whichever line, and renew the others', () => {
    const editor = opened(BEFORE);
    caretBefore(editor, ', as you saw');
    editor.commands.insertContent(' and dry');
    caretBefore(editor, 'With kind');
    editor.commands.insertContent('Until then, ');
    renewContent(editor, doc(BEFORE), doc(AFTER));
    expect(linesOf(editor)).toEqual([
      'Dear Ms Okafor and Mr Lund,',
      'The survey went well and dry, as you saw.',
      'Until then, With kind regards,',
      'Maud',
    ]);
  });

  it('find their line where lines were put in above it', () => {
    const editor = opened(BEFORE);
    editor.commands.insertContentAt(0, {
      type: 'paragraph',
      content: [{ type: 'text', text: 'First of all' }],
    });
    renewContent(editor, doc(BEFORE), doc(AFTER));
    expect(linesOf(editor)).toEqual(['First of all', ...AFTER]);
  });

  it('are not told as typed, nor undone by whoever types', () => {
    const editor = opened(BEFORE);
    let told = 0;
    editor.on('update', () => (told += 1));
    renewContent(editor, doc(BEFORE), doc(AFTER));
    editor.commands.undo();
    expect([told, linesOf(editor)]).toEqual([0, AFTER]);
  });

  it('come out as they were sent, whatever they were before', () => {
    const lines = fc.array(fc.constantFrom('', 'one', 'two', 'three', 'one two', 'two three'), {
      minLength: 1,
      maxLength: 8,
    });
    fc.assert(
      fc.property(lines, lines, (before, after) => {
        const editor = opened(before);
        renewContent(editor, doc(before), doc(after));
        expect(linesOf(editor)).toEqual(after);
        editor.destroy();
      }),
      { seed: 20261128, numRuns: 300 },
    );
  });
});
