import { Extension, Mark, Node, getExtensionField } from '@tiptap/core';
import { goToNextCell, tableEditing } from '@tiptap/pm/tables';
import { questionLines } from '../../../core/template/question.ts';
import type { Question } from '../../../core/template/question.ts';
import { pictureUrl } from '../messages/pictures.ts';

declare module '@tiptap/core' {
  interface NodeConfig<Options, Storage> {
    /** What a node is to the table library: it finds tables, rows and cells by it. */
    tableRole?: string | ((this: { options: Options; storage: Storage }) => string);
  }
}

const hidden = (name: string, initial: unknown) => ({ [name]: { default: initial, rendered: false } });

/** Tables as letters have them: heads, cells that may span, nothing measured in pixels. */
const Table = Node.create({
  name: 'table',
  group: 'block',
  content: 'tableRow+',
  tableRole: 'table',
  isolating: true,
  extendNodeSchema: (extension) => ({
    tableRole: getExtensionField<string | undefined>(extension, 'tableRole'),
  }),
  parseHTML: () => [{ tag: 'table' }],
  renderHTML: () => ['table', ['tbody', 0]],
  addProseMirrorPlugins: () => [tableEditing()],
  addKeyboardShortcuts() {
    const move = (step: 1 | -1) => () =>
      this.editor.commands.command(({ state, dispatch }) => goToNextCell(step)(state, dispatch));
    return { Tab: move(1), 'Shift-Tab': move(-1) };
  },
});

const TableRow = Node.create({
  name: 'tableRow',
  content: '(tableCell | tableHeader)*',
  tableRole: 'row',
  addAttributes: () => ({ ...hidden('repeat', null), ...hidden('when', null) }),
  parseHTML: () => [{ tag: 'tr' }],
  renderHTML: ({ node }) => [
    'tr',
    {
      ...(node.attrs['repeat'] ? { 'data-repeats': '' } : {}),
      ...(node.attrs['when'] ? { 'data-when': '' } : {}),
    },
    0,
  ],
});

const cellAttributes = {
  colspan: {
    default: 1,
    parseHTML: (element: HTMLElement) => Number(element.getAttribute('colspan') ?? 1),
  },
  // The table library wants to know of these; a letter keeps neither.
  rowspan: { default: 1, rendered: false },
  colwidth: { default: null, rendered: false },
  align: {
    default: 'left',
    parseHTML: (element: HTMLElement) => element.style.textAlign || 'left',
    renderHTML: ({ align }: Record<string, unknown>) => ({ style: `text-align:${String(align)}` }),
  },
};

const cell = (name: string, tag: string, role: string) =>
  Node.create({
    name,
    content: 'block+',
    tableRole: role,
    isolating: true,
    addAttributes: () => cellAttributes,
    parseHTML: () => [{ tag }],
    renderHTML: ({ HTMLAttributes }) => [tag, HTMLAttributes, 0],
  });

const Columns = Node.create({
  name: 'columns',
  group: 'block',
  content: 'column{1,3}',
  isolating: true,
  parseHTML: () => [{ tag: 'div[data-columns]' }],
  renderHTML: () => ['div', { 'data-columns': '' }, 0],
});
const Column = Node.create({
  name: 'column',
  content: 'block+',
  parseHTML: () => [{ tag: 'div[data-column]' }],
  renderHTML: () => ['div', { 'data-column': '' }, 0],
});

const ButtonBlock = Node.create({
  name: 'button',
  group: 'block',
  atom: true,
  addAttributes: () => ({ ...hidden('label', ''), ...hidden('href', '') }),
  parseHTML: () => [],
  renderHTML: ({ node }) => [
    'p',
    { 'data-button': '', title: String(node.attrs['href']) },
    ['span', {}, String(node.attrs['label'])],
  ],
});

/** A question as its recipient reads it. */
export const QuestionBlock = Node.create({
  name: 'question',
  group: 'block',
  atom: true,
  addAttributes: () => ({
    ...hidden('key', ''),
    ...hidden('ask', ''),
    ...hidden('kind', 'words'),
    ...hidden('required', false),
    ...hidden('options', []),
    ...hidden('days', null),
    ...hidden('offers', null),
    ...hidden('goesTo', null),
    ...hidden('value', null),
  }),
  parseHTML: () => [],
  renderHTML: ({ node }) => {
    const { ask, options } = questionLines({ type: 'question', attrs: node.attrs as Question });
    return [
      'div',
      { 'data-question': '' },
      ['p', {}, ['b', {}, ask]],
      ['ul', {}, ...options.map((one) => ['li', {}, one])],
    ];
  },
});

const Space = Node.create({
  name: 'space',
  group: 'block',
  atom: true,
  addAttributes: () => hidden('height', 16),
  parseHTML: () => [],
  renderHTML: ({ node }) => ['div', { 'data-space': '', style: `height:${Number(node.attrs['height'])}px` }],
});

const Divider = Node.create({
  name: 'divider',
  group: 'block',
  atom: true,
  parseHTML: () => [{ tag: 'hr' }],
  renderHTML: () => ['hr'],
});

const Picture = Node.create({
  name: 'picture',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    ...hidden('picture', ''),
    ...hidden('alt', ''),
    ...hidden('width', 200),
    ...hidden('href', null),
  }),
  parseHTML: () => [],
  renderHTML: ({ node }) => [
    'img',
    {
      src: pictureUrl(String(node.attrs['picture'])),
      alt: String(node.attrs['alt']),
      width: String(node.attrs['width']),
    },
  ],
});

const ShowWhen = Node.create({
  name: 'showWhen',
  group: 'block',
  content: 'block+',
  defining: true,
  addAttributes: () => hidden('when', { join: 'all', conditions: [] }),
  parseHTML: () => [],
  renderHTML: () => ['div', { 'data-show-when': '' }, 0],
});

const ShowWords = Node.create({
  name: 'showWords',
  group: 'inline',
  inline: true,
  content: 'inline*',
  addAttributes: () => hidden('when', { join: 'all', conditions: [] }),
  parseHTML: () => [],
  renderHTML: () => ['span', { 'data-show-words': '' }, 0],
});

const Colour = Mark.create({
  name: 'colour',
  addAttributes: () => ({
    colour: {
      default: '#14302e',
      renderHTML: ({ colour }: Record<string, unknown>) => ({ style: `color:${String(colour)}` }),
    },
  }),
  parseHTML: () => [],
  renderHTML: ({ HTMLAttributes }) => ['span', HTMLAttributes, 0],
});

/** Raised and lowered signs, as in m² and CO₂; one excludes the other. */
const Superscript = Mark.create({
  name: 'superscript',
  excludes: 'subscript',
  parseHTML: () => [{ tag: 'sup' }],
  renderHTML: () => ['sup', 0],
});
const Subscript = Mark.create({
  name: 'subscript',
  excludes: 'superscript',
  parseHTML: () => [{ tag: 'sub' }],
  renderHTML: () => ['sub', 0],
});

const Align = Extension.create({
  name: 'align',
  addGlobalAttributes: () => [
    {
      types: ['paragraph'],
      attributes: {
        align: {
          default: null,
          parseHTML: (element: HTMLElement) => {
            const { textAlign } = element.style;
            return textAlign === 'center' || textAlign === 'right' ? textAlign : null;
          },
          renderHTML: ({ align }: Record<string, unknown>) =>
            align ? { style: `text-align:${String(align)}` } : {},
        },
      },
    },
  ],
});

/** What a letter's body can hold beside paragraphs, headings and lists. */
export const letterNodes = [
  Table,
  TableRow,
  cell('tableCell', 'td', 'cell'),
  cell('tableHeader', 'th', 'header_cell'),
  Columns,
  Column,
  ButtonBlock,
  QuestionBlock,
  Space,
  Divider,
  Picture,
  ShowWhen,
  ShowWords,
  Colour,
  Superscript,
  Subscript,
  Align,
];

/** What a subject can hold beside words. */
export const lineNodes = [ShowWords];
