import { EditorContent, useEditorState } from '@tiptap/react';
import type { Editor } from '@tiptap/react';
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
  IconLink,
  IconList,
  IconListNumbers,
  IconMinus,
  IconPhoto,
  IconRectangle,
  IconRepeat,
  IconSpacingVertical,
  IconTable,
  IconEye,
} from '@tabler/icons-react';
import { useRef, useState } from 'react';
import type { ReactNode } from 'react';
import type { FieldCatalogue, TemplateSummary } from '../../../contract/templates.ts';
import { isSafeHref } from '../../../core/template/parseDocument.ts';
import { problemWords } from '../../words/wording.ts';
import { pictureNode } from '../editor/pictureNode.ts';
import { useKeepPictureMutation } from '../../api/pictures.ts';
import { SourceBox } from './SourceBox.tsx';
import classes from './Workshop.module.css';

interface WordingEditorProps {
  readonly subject: Editor | null;
  readonly body: Editor | null;
  readonly catalogue: FieldCatalogue | undefined;
  readonly channel: TemplateSummary['channel'];
}

/** Subject and wording, with what can be done to them above. A text message has neither subject nor shape. */
export function WordingEditor({ subject, body, catalogue, channel }: WordingEditorProps) {
  const [source, setSource] = useState(false);
  return (
    <div className={classes.sheet}>
      {channel === 'text' ? null : (
        <div className={classes.subject}>
          <EditorContent editor={subject} />
        </div>
      )}
      {body && channel !== 'text' ? (
        <Toolbar
          editor={body}
          catalogue={catalogue}
          source={source}
          onSource={() => {
            setSource(!source);
          }}
        />
      ) : null}
      {source && body ? (
        <SourceBox
          editor={body}
          onDone={() => {
            setSource(false);
          }}
        />
      ) : null}
      <div className={classes.body} hidden={source}>
        <EditorContent editor={body} />
      </div>
    </div>
  );
}

const CELL = { type: 'tableCell', content: [{ type: 'paragraph' }] };
const HEAD = { type: 'tableHeader', content: [{ type: 'paragraph' }] };
const NEW_TABLE = {
  type: 'table',
  content: [
    { type: 'tableRow', content: [HEAD, HEAD, HEAD] },
    { type: 'tableRow', content: [CELL, CELL, CELL] },
  ],
};
const NEW_COLUMNS = {
  type: 'columns',
  content: [
    { type: 'column', content: [{ type: 'paragraph' }] },
    { type: 'column', content: [{ type: 'paragraph' }] },
  ],
};

function Toolbar({
  editor,
  catalogue,
  source,
  onSource,
}: {
  readonly editor: Editor;
  readonly catalogue: FieldCatalogue | undefined;
  readonly source: boolean;
  readonly onSource: () => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const [keepPicture, keeping] = useKeepPictureMutation();
  const state = useEditorState({
    editor,
    selector: ({ editor: on }) => ({
      bold: on.isActive('bold'),
      italic: on.isActive('italic'),
      bullets: on.isActive('bulletList'),
      numbers: on.isActive('orderedList'),
      heading: on.isActive('heading'),
      link: on.isActive('link'),
      inTable: isInTable(on.state),
      inWords: !on.state.selection.empty && on.state.selection.$from.sameParent(on.state.selection.$to),
    }),
  });
  const insert = (content: object): void => {
    editor.chain().focus().insertContent(content).run();
  };
  const run = (command: Command) => (): void => {
    command(editor.state, editor.view.dispatch);
    editor.view.focus();
  };
  const [repeat] = catalogue?.repeats ?? [];
  const showWhen = (): void => {
    const { from, to, empty } = editor.state.selection;
    if (!empty && state.inWords) {
      const words = editor.state.doc.slice(from, to).content.toJSON() as object[];
      insert({ type: 'showWords', content: words });
    } else if (!editor.chain().focus().wrapIn('showWhen').run())
      insert({ type: 'showWhen', content: [{ type: 'paragraph' }] });
  };
  const addPicture = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const kept = await keepPicture(chosen)
      .unwrap()
      .catch(() => undefined);
    if (kept) insert(pictureNode(kept));
  };
  return (
    <div className={classes.toolbar} role="toolbar" aria-label="Shape of the text">
      <Tool name="Bold" on={state.bold} onPress={() => editor.chain().focus().toggleBold().run()}>
        <IconBold size={16} />
      </Tool>
      <Tool name="Italic" on={state.italic} onPress={() => editor.chain().focus().toggleItalic().run()}>
        <IconItalic size={16} />
      </Tool>
      <Tool
        name="Heading"
        on={state.heading}
        onPress={() => editor.chain().focus().toggleHeading({ level: 2 }).run()}
      >
        <IconH2 size={16} />
      </Tool>
      <Tool name="List" on={state.bullets} onPress={() => editor.chain().focus().toggleBulletList().run()}>
        <IconList size={16} />
      </Tool>
      <Tool
        name="Numbered list"
        on={state.numbers}
        onPress={() => editor.chain().focus().toggleOrderedList().run()}
      >
        <IconListNumbers size={16} />
      </Tool>
      <LinkTool editor={editor} on={state.link} />
      <select
        aria-label="Colour"
        className={classes.colour}
        value=""
        onChange={(event) => {
          const { value } = event.currentTarget;
          if (value === 'none') editor.chain().focus().unsetMark('colour').run();
          else editor.chain().focus().setMark('colour', { colour: value }).run();
        }}
      >
        <option value="">Colour</option>
        {(catalogue?.palette ?? []).map(({ label, colour }) => (
          <option key={colour} value={colour}>
            {label}
          </option>
        ))}
        <option value="none">As the rest</option>
      </select>
      <i />
      <Tool name="Table" onPress={() => insert(NEW_TABLE)}>
        <IconTable size={16} />
      </Tool>
      <Tool name="Columns" onPress={() => insert(NEW_COLUMNS)}>
        <IconColumns2 size={16} />
      </Tool>
      <Tool
        name="Button"
        onPress={() => insert({ type: 'button', attrs: { label: 'Open', href: 'https://' } })}
      >
        <IconRectangle size={16} />
      </Tool>
      <Tool name="Divider" onPress={() => insert({ type: 'divider' })}>
        <IconMinus size={16} />
      </Tool>
      <Tool name="Space" onPress={() => insert({ type: 'space', attrs: { height: 16 } })}>
        <IconSpacingVertical size={16} />
      </Tool>
      <Tool name="Picture" onPress={() => file.current?.click()}>
        <IconPhoto size={16} />
      </Tool>
      <i />
      <Tool name="Show when" onPress={showWhen}>
        <IconEye size={16} /> <span>Show when</span>
      </Tool>
      <Tool
        name="Repeat"
        onPress={() => {
          if (repeat)
            insert({
              type: 'repeat',
              attrs: { over: repeat.over, when: null },
              content: [{ type: 'paragraph' }],
            });
        }}
      >
        <IconRepeat size={16} /> <span>Repeat</span>
      </Tool>
      <Tool name="HTML source" on={source} onPress={onSource}>
        <span>Source</span>
      </Tool>
      {state.inTable ? (
        <span className={classes.tableTools}>
          <button type="button" onClick={run(addRowAfter)}>
            Row below
          </button>
          <button type="button" onClick={run(deleteRow)}>
            Row out
          </button>
          <button type="button" onClick={run(addColumnAfter)}>
            Column after
          </button>
          <button type="button" onClick={run(deleteColumn)}>
            Column out
          </button>
          <button type="button" onClick={run(deleteTable)}>
            Table out
          </button>
        </span>
      ) : null}
      {keeping.error ? (
        <span className={classes.problem} role="alert">
          {problemWords(keeping.error)}
        </span>
      ) : null}
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/gif"
        hidden
        aria-label="Picture to put in"
        onChange={(event) => {
          void addPicture(event.currentTarget.files?.[0]);
          event.currentTarget.value = '';
        }}
      />
    </div>
  );
}

function Tool({
  name,
  on,
  onPress,
  children,
}: {
  readonly name: string;
  readonly on?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button type="button" title={name} aria-label={name} aria-pressed={on} onClick={onPress}>
      {children}
    </button>
  );
}

/** A link is asked for beside the words, never in a dialog. */
function LinkTool({ editor, on }: { readonly editor: Editor; readonly on: boolean }) {
  const [asking, setAsking] = useState(false);
  const [href, setHref] = useState('https://');
  const done = (): void => {
    if (isSafeHref(href)) editor.chain().focus().extendMarkRange('link').setLink({ href }).run();
    setAsking(false);
  };
  if (asking)
    return (
      <input
        autoFocus
        className={classes.href}
        aria-label="Address of the link"
        value={href}
        onChange={(event) => {
          setHref(event.currentTarget.value);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') done();
          if (event.key === 'Escape') setAsking(false);
          if (event.key === 'Enter' || event.key === 'Escape') event.stopPropagation();
        }}
        onBlur={done}
      />
    );
  return (
    <Tool
      name={on ? 'Take the link away' : 'Link'}
      on={on}
      onPress={() => {
        if (on) editor.chain().focus().extendMarkRange('link').unsetLink().run();
        else setAsking(true);
      }}
    >
      <IconLink size={16} />
    </Tool>
  );
}
