import { Extension } from '@tiptap/core';
import type { JSONContent } from '@tiptap/core';
import type { Message } from '../../../../contract/messages.ts';
import { bodyBase, lineBase } from '../../../parts/editor/baseExtensions.ts';
import { BlankNode } from './BlankNode.tsx';
import { QuestionNode } from './QuestionNode.tsx';
import { LateNode } from './LateNode.tsx';
import { NoteHighlights } from './noteHighlights.ts';
import { ValueMark } from './valueMark.ts';

/** Moves to a blank of the sheet, from wherever one is; false where there is none that way. */
export function goToBlank(from: Element | null, step: 1 | -1): boolean {
  const fields = [...document.querySelectorAll<HTMLElement>('[data-blank-field]')];
  const place = from ?? document.body;
  const after = fields.filter(
    (field) => (place.compareDocumentPosition(field) & globalThis.Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
  );
  const next =
    step === 1 ? after[0] : fields.filter((field) => !after.includes(field) && field !== place).at(-1);
  next?.focus();
  return next !== undefined;
}

/** Where the caret is, as an element. */
function caret(): Element | null {
  const node = window.getSelection()?.focusNode;
  return node instanceof Element ? node : (node?.parentElement ?? null);
}

const TabToBlanks = Extension.create({
  name: 'tabToBlanks',
  priority: 1_000,
  addKeyboardShortcuts: () => ({
    Tab: () => goToBlank(caret(), 1),
    'Shift-Tab': () => goToBlank(caret(), -1),
  }),
});

const shared = [ValueMark, BlankNode, LateNode, TabToBlanks];

const withQuestions = bodyBase.map((extension) =>
  extension.name === QuestionNode.name ? QuestionNode : extension,
);

export const bodyExtensions = [...withQuestions, NoteHighlights, ...shared];
export const subjectExtensions = [...lineBase, ...shared];

export const subjectContent = (nodes: Message['subjectNodes']): JSONContent => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [...nodes] }],
});

export const subjectNodesOf = (json: JSONContent): Message['subjectNodes'] =>
  (json.content?.[0]?.content ?? []) as Message['subjectNodes'];
