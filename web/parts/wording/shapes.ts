import type { Editor } from '@tiptap/react';
import { say } from '../../words/en/parts-wording.ts';

const CELL = { type: 'tableCell', content: [{ type: 'paragraph' }] };
const HEAD = { type: 'tableHeader', content: [{ type: 'paragraph' }] };
const COLUMN = { type: 'column', content: [{ type: 'paragraph' }] };

/** What gives a text its shape, as it is put in: none of it fetched, none of it asked for first. */
const CONTENT = {
  table: {
    type: 'table',
    content: [
      { type: 'tableRow', content: [HEAD, HEAD, HEAD] },
      { type: 'tableRow', content: [CELL, CELL, CELL] },
    ],
  },
  columns: { type: 'columns', content: [COLUMN, COLUMN] },
  button: { type: 'button', attrs: { label: say.open, href: 'https://' } },
  rule: { type: 'divider' },
  question: { type: 'question', attrs: { kind: 'words', ask: say.whatWouldYouLikeToAsk, required: true } },
  space: { type: 'space', attrs: { height: 16 } },
} as const;

export type Shape = keyof typeof CONTENT | 'picture' | 'showWhen' | 'repeat';

/** In the order they are offered in. */
export const SHAPES: readonly {
  readonly shape: Shape;
  readonly label: string;
  readonly detail: string;
}[] = [
  { shape: 'table', label: say.table, detail: say.aHeadAndARow },
  { shape: 'columns', label: say.columns, detail: say.twoSideBySide },
  { shape: 'picture', label: say.picture, detail: say.fromAFile },
  { shape: 'button', label: say.button, detail: say.leadsToAnAddress },
  { shape: 'question', label: say.question, detail: say.answeredOnAPage },
  { shape: 'rule', label: say.line, detail: say.fromSideToSide },
  { shape: 'space', label: 'Space', detail: say.aLinesHeight },
  { shape: 'showWhen', label: say.showWhen, detail: say.standsOnlyUnderACondition },
  { shape: 'repeat', label: say.repeat, detail: say.onceForEachOfSeveral },
];

export const isShape = (name: string): name is Shape => SHAPES.some(({ shape }) => shape === name);

interface Putting {
  /** What a repeat is for until another is chosen; undefined where matters have nothing of which there are several. */
  readonly over: string | undefined;
  /** Asks for a picture and gives it as it is put in. */
  readonly picture: () => Promise<object | undefined>;
}

/** Puts a shape in where the caret stands, or around what is chosen. */
export async function putShape(editor: Editor, shape: Shape, { over, picture }: Putting): Promise<void> {
  switch (shape) {
    case 'picture': {
      const node = await picture();
      if (node) insert(editor, node);
      return;
    }
    case 'showWhen':
      showWhen(editor);
      return;
    case 'repeat':
      if (over !== undefined) repeatChosen(editor, over);
      return;
    case 'question': {
      const { type, attrs } = CONTENT.question;
      insert(editor, { type, attrs: { ...attrs, key: freeKey(editor) } });
      return;
    }
    case 'table':
    case 'columns':
    case 'button':
    case 'rule':
    case 'space':
      insert(editor, CONTENT[shape]);
      return;
    default:
      shape satisfies never;
  }
}

/** A name within the wording that no other question has. */
function freeKey(editor: Editor): string {
  const taken = new Set<unknown>();
  editor.state.doc.descendants((node) => {
    if (node.type.name === 'question') taken.add(node.attrs['key']);
  });
  let n = 1;
  while (taken.has(`q${n}`)) n += 1;
  return `q${n}`;
}

function showWhen(editor: Editor): void {
  const { doc, selection } = editor.state;
  const { from, to, empty, $from, $to } = selection;
  if (!empty && $from.sameParent($to))
    insert(editor, { type: 'showWords', content: doc.slice(from, to).content.toJSON() as object[] });
  else if (!editor.chain().focus().wrapIn('showWhen').run())
    insert(editor, { type: 'showWhen', content: [{ type: 'paragraph' }] });
}

/** Repeats what is chosen, as showing under a condition does: the whole row within a table, else the blocks around it. */
function repeatChosen(editor: Editor, over: string): void {
  const { $from } = editor.state.selection;
  for (let depth = $from.depth; depth > 0; depth -= 1) {
    if ($from.node(depth).type.name !== 'tableRow') continue;
    const pos = $from.before(depth);
    editor.view.dispatch(editor.state.tr.setNodeAttribute(pos, 'repeat', { over, when: null }));
    editor.view.focus();
    return;
  }
  const attrs = { over, when: null };
  if (!editor.chain().focus().wrapIn('repeat', attrs).run())
    insert(editor, { type: 'repeat', attrs, content: [{ type: 'paragraph' }] });
}

function insert(editor: Editor, content: object): void {
  editor.chain().focus().insertContent(content).run();
}
