import { Menu } from '@mantine/core';
import { useEditorState } from '@tiptap/react';
import type { ChainedCommands, Editor } from '@tiptap/react';
import {
  addColumnAfter,
  addRowAfter,
  deleteColumn,
  deleteRow,
  deleteTable,
  isInTable,
} from '@tiptap/pm/tables';
import type { Command } from '@tiptap/pm/state';
import {
  IconBold,
  IconColumns2,
  IconH2,
  IconItalic,
  IconList,
  IconListNumbers,
  IconSubscript,
  IconSuperscript,
  IconMinus,
  IconPhoto,
  IconRectangle,
  IconSpacingVertical,
  IconTable,
} from '@tabler/icons-react';
import { useRef } from 'react';
import type { FieldCatalogue } from '../../../contract/templates.ts';
import { useKeepPictureMutation } from '../../api/pictures.ts';
import { FileChooser } from '../../ui/FileChooser.tsx';
import { problemWords } from '../../words/wording.ts';
import { pictureNode } from '../editor/pictureNode.ts';
import { NEW_COLUMNS, NEW_TABLE } from './tableShapes.ts';
import { LinkTool, Tool } from './Tool.tsx';
import classes from './Workshop.module.css';

interface ToolbarProps {
  readonly editor: Editor;
  readonly catalogue: FieldCatalogue | undefined;
  readonly source: boolean;
  readonly onSource: () => void;
}
type OnEditor = Pick<ToolbarProps, 'editor'>;

/** What can be done to the shape of the text, and what can be put into it. */
export function Toolbar({ editor, catalogue, source, onSource }: ToolbarProps) {
  return (
    <div className={classes.toolbar} role="toolbar" aria-label="Shape of the text">
      <Marks editor={editor} />
      <Colour editor={editor} palette={catalogue?.palette ?? []} />
      <i />
      <Blocks editor={editor} />
      <i />
      <Conditional editor={editor} catalogue={catalogue} />
      <Tool name="HTML source" on={source} onPress={onSource}>
        <span>Source</span>
      </Tool>
      <TableTools editor={editor} />
    </div>
  );
}

const MARKS = [
  ['Bold', IconBold, 'bold', (chain: ChainedCommands) => chain.toggleBold()],
  ['Italic', IconItalic, 'italic', (chain: ChainedCommands) => chain.toggleItalic()],
  ['Raised', IconSuperscript, 'superscript', (chain: ChainedCommands) => chain.toggleMark('superscript')],
  ['Lowered', IconSubscript, 'subscript', (chain: ChainedCommands) => chain.toggleMark('subscript')],
  ['Heading', IconH2, 'heading', (chain: ChainedCommands) => chain.toggleHeading({ level: 2 })],
  ['List', IconList, 'bulletList', (chain: ChainedCommands) => chain.toggleBulletList()],
  ['Numbered list', IconListNumbers, 'orderedList', (chain: ChainedCommands) => chain.toggleOrderedList()],
] as const;

function Marks({ editor }: OnEditor) {
  const active = useEditorState({
    editor,
    selector: ({ editor: on }) =>
      [...MARKS.map(([, , type]) => type), 'link'].filter((type) => on.isActive(type)),
  });
  return (
    <>
      {MARKS.map(([name, Icon, type, toggle]) => (
        <Tool
          key={name}
          name={name}
          on={active.includes(type)}
          onPress={() => toggle(editor.chain().focus()).run()}
        >
          <Icon size={16} />
        </Tool>
      ))}
      <LinkTool editor={editor} on={active.includes('link')} />
    </>
  );
}

interface ColourProps extends OnEditor {
  readonly palette: FieldCatalogue['palette'];
}

function Colour({ editor, palette }: ColourProps) {
  return (
    <Menu position="bottom-start" width={180}>
      <Menu.Target>
        <button type="button" aria-label="Colour of the text">
          <span>Colour</span>
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        {palette.map(({ label, colour }) => (
          <Menu.Item
            key={colour}
            leftSection={<span className={classes.swatch} style={{ background: colour }} />}
            onClick={() => editor.chain().focus().setMark('colour', { colour }).run()}
          >
            {label}
          </Menu.Item>
        ))}
        <Menu.Item onClick={() => editor.chain().focus().unsetMark('colour').run()}>As the rest</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

const BLOCKS = [
  ['Table', IconTable, NEW_TABLE],
  ['Columns', IconColumns2, NEW_COLUMNS],
  ['Button', IconRectangle, { type: 'button', attrs: { label: 'Open', href: 'https://' } }],
  ['Divider', IconMinus, { type: 'divider' }],
  ['Space', IconSpacingVertical, { type: 'space', attrs: { height: 16 } }],
] as const;

function Blocks({ editor }: OnEditor) {
  const chooser = useRef<HTMLInputElement>(null);
  const [keepPicture, keeping] = useKeepPictureMutation();
  const addPicture = async ([chosen]: readonly File[]): Promise<void> => {
    if (!chosen) return;
    const kept = await keepPicture(chosen)
      .unwrap()
      .catch(() => undefined);
    if (kept) insert(editor, pictureNode(kept));
  };
  return (
    <>
      {BLOCKS.map(([name, Icon, content]) => (
        <Tool
          key={name}
          name={name}
          onPress={() => {
            insert(editor, content);
          }}
        >
          <Icon size={16} />
        </Tool>
      ))}
      <Tool name="Picture" onPress={() => chooser.current?.click()}>
        <IconPhoto size={16} />
      </Tool>
      <FileChooser
        ref={chooser}
        label="Picture to put in"
        accept="image/png,image/jpeg,image/gif"
        onChoose={(files) => void addPicture(files)}
      />
      {keeping.error ? (
        <span className={classes.problem} role="alert">
          {problemWords(keeping.error)}
        </span>
      ) : null}
    </>
  );
}

/** What stands only under a condition, and what stands once for each of several. */
function Conditional({ editor, catalogue }: Pick<ToolbarProps, 'editor' | 'catalogue'>) {
  const [repeat] = catalogue?.repeats ?? [];
  const showWhen = (): void => {
    const { doc, selection } = editor.state;
    const { from, to, empty, $from, $to } = selection;
    if (!empty && $from.sameParent($to))
      insert(editor, { type: 'showWords', content: doc.slice(from, to).content.toJSON() as object[] });
    else if (!editor.chain().focus().wrapIn('showWhen').run())
      insert(editor, { type: 'showWhen', content: [{ type: 'paragraph' }] });
  };
  return (
    <>
      <Tool name="Show when" onPress={showWhen}>
        <span>Show when</span>
      </Tool>
      <Tool
        name="Repeat"
        onPress={() => {
          if (repeat) repeatChosen(editor, repeat.over);
        }}
      >
        <span>Repeat</span>
      </Tool>
    </>
  );
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

const TABLE_TOOLS: readonly (readonly [string, Command])[] = [
  ['Row below', addRowAfter],
  ['Row out', deleteRow],
  ['Column after', addColumnAfter],
  ['Column out', deleteColumn],
  ['Table out', deleteTable],
];

function TableTools({ editor }: OnEditor) {
  const inTable = useEditorState({ editor, selector: ({ editor: on }) => isInTable(on.state) });
  if (!inTable) return null;
  return (
    <span className={classes.tableTools}>
      {TABLE_TOOLS.map(([name, command]) => (
        <button
          key={name}
          type="button"
          onClick={() => {
            command(editor.state, editor.view.dispatch);
            editor.view.focus();
          }}
        >
          {name}
        </button>
      ))}
    </span>
  );
}

function insert(editor: Editor, content: object): void {
  editor.chain().focus().insertContent(content).run();
}
