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
  IconH2,
  IconItalic,
  IconList,
  IconListNumbers,
  IconSubscript,
  IconSuperscript,
} from '@tabler/icons-react';
import type { FieldCatalogue } from '../../../contract/templates.ts';
import { LinkTool, Tool } from './Tool.tsx';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Workshop.module.css';

interface ToolbarProps {
  readonly editor: Editor;
  /** Colours of the practice’s, where the text may have them. */
  readonly palette?: FieldCatalogue['palette'];
  /** A message that is being written needs little of it: its headings and signs come with its template. */
  readonly small?: boolean;
}
type OnEditor = Pick<ToolbarProps, 'editor'>;

/** How the letters look; what gives the text its shape is put in by the sign for putting in. */
export function Toolbar({ editor, palette = [], small = false }: ToolbarProps) {
  return (
    <div className={classes.toolbar} data-small={small} role="toolbar" aria-label={say.shapeOfTheText}>
      <Marks editor={editor} small={small} />
      {palette.length > 0 ? <Colour editor={editor} palette={palette} /> : null}
      <TableTools editor={editor} />
    </div>
  );
}

const MARKS = [
  [say.bold, IconBold, 'bold', (chain: ChainedCommands) => chain.toggleBold()],
  [say.italic, IconItalic, 'italic', (chain: ChainedCommands) => chain.toggleItalic()],
  [say.raised, IconSuperscript, 'superscript', (chain: ChainedCommands) => chain.toggleMark('superscript')],
  [say.lowered, IconSubscript, 'subscript', (chain: ChainedCommands) => chain.toggleMark('subscript')],
  [say.heading, IconH2, 'heading', (chain: ChainedCommands) => chain.toggleHeading({ level: 2 })],
  [say.list, IconList, 'bulletList', (chain: ChainedCommands) => chain.toggleBulletList()],
  [say.numberedList, IconListNumbers, 'orderedList', (chain: ChainedCommands) => chain.toggleOrderedList()],
] as const;

const SMALL = ['bold', 'italic', 'bulletList', 'orderedList'];

function Marks({ editor, small }: OnEditor & { readonly small: boolean }) {
  const marks = small ? MARKS.filter(([, , type]) => SMALL.includes(type)) : MARKS;
  const active = useEditorState({
    editor,
    selector: ({ editor: on }) =>
      [...MARKS.map(([, , type]) => type), 'link'].filter((type) => on.isActive(type)),
  });
  return (
    <>
      {marks.map(([name, Icon, type, toggle]) => (
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
        <button type="button" aria-label={say.colourOfTheText}>
          <span>{say.colour}</span>
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
        <Menu.Item onClick={() => editor.chain().focus().unsetMark('colour').run()}>
          {say.asTheRest}
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}

const TABLE_TOOLS: readonly (readonly [string, Command])[] = [
  [say.rowBelow, addRowAfter],
  [say.rowOut, deleteRow],
  [say.columnAfter, addColumnAfter],
  [say.columnOut, deleteColumn],
  [say.tableOut, deleteTable],
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
