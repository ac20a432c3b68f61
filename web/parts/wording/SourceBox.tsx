import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Workshop.module.css';

/**
 * The wording as HTML, to be edited or pasted as source. It goes through the editor's own schema on its way back, which
 * leaves out whatever a letter cannot hold; fields and the like are kept by their numbered marks.
 */
export function SourceBox({ editor, onDone }: { readonly editor: Editor; readonly onDone: () => void }) {
  const [{ html, kept }] = useState(() => toSource(editor));
  const [typed, setTyped] = useState(html);
  return (
    <div className={classes.source}>
      <textarea
        aria-label={say.htmlSource}
        spellCheck={false}
        rows={16}
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
        }}
      />
      <div className={classes.sourceFoot}>
        <Button
          kind="go"
          onClick={() => {
            fromSource(editor, typed, kept);
            onDone();
          }}
        >
          {say.useThisWording}
        </Button>
        <Button onClick={onDone}>{say.cancel}</Button>
        <small>{say.scriptsStylesAndWhateverA}</small>
      </div>
    </div>
  );
}

interface Json {
  readonly type?: string;
  readonly text?: string;
  readonly content?: readonly Json[];
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly marks?: readonly { readonly type: string; readonly attrs?: { readonly href?: string } }[];
}

/** Nodes that HTML has no word for, or would lose something of, are kept whole and stand as a number between ⟦ and ⟧. */
const PLACES = new Set(['field', 'blank', 'passageWords', 'picture', 'showWords']);
const BLOCK_PLACES = new Set(['passage', 'signature', 'button', 'space', 'showWhen', 'repeat', 'columns']);

const isBlockPlace = (node: Json): boolean =>
  BLOCK_PLACES.has(node.type ?? '') || (node.type === 'table' && (node.content ?? []).some(isConditional));
const isConditional = ({ attrs }: Json): boolean => Boolean(attrs?.['repeat'] ?? attrs?.['when']);
const isPlace = (node: Json): boolean =>
  PLACES.has(node.type ?? '') || (node.marks ?? []).some(({ type }) => type === 'colour');

function toSource(editor: Editor): { readonly html: string; readonly kept: readonly Json[] } {
  const kept: Json[] = [];
  const write = (node: Json): string => {
    if (isPlace(node) || isBlockPlace(node)) {
      kept.push(node);
      return isBlockPlace(node) ? `<p>⟦${kept.length}⟧</p>\n` : `⟦${kept.length}⟧`;
    }
    if (node.type === 'text') return writeText(node);
    if (node.type === 'hardBreak') return '<br>';
    if (node.type === 'divider') return '<hr>\n';
    const inside = (node.content ?? []).map(write).join('');
    const tag = TAGS[node.type ?? ''];
    return tag === undefined ? inside : `<${tag}>${inside}</${tag}>\n`;
  };
  return { html: write(editor.getJSON() as Json), kept };
}

const TAGS: Readonly<Record<string, string>> = {
  paragraph: 'p',
  heading: 'h2',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  table: 'table',
  tableRow: 'tr',
  tableCell: 'td',
  tableHeader: 'th',
};
const MARKS: Readonly<Record<string, string>> = { bold: 'strong', italic: 'em', underline: 'u' };
const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const writeText = ({ text = '', marks = [] }: Json): string =>
  marks.reduce((words, { type, attrs }) => {
    const tag = MARKS[type];
    if (type === 'link') return `<a href="${escape(attrs?.href ?? '')}">${words}</a>`;
    return tag === undefined ? words : `<${tag}>${words}</${tag}>`;
  }, escape(text));

function fromSource(editor: Editor, html: string, kept: readonly Json[]): void {
  editor.commands.setContent(html, { emitUpdate: false });
  const read = editor.getJSON() as Json;
  editor.commands.setContent(restore(read, kept) as object, { emitUpdate: true });
}

const placeAt = (text: string, kept: readonly Json[]): Json | undefined => {
  const number = /^⟦(\d+)⟧$/.exec(text);
  return number ? kept[Number(number[1]) - 1] : undefined;
};

/** Puts what was kept back where its number stands; a block's number takes its whole paragraph. */
function restore(node: Json, kept: readonly Json[]): Json {
  if (!node.content) return node;
  const content = node.content.flatMap((child): readonly Json[] => {
    const line =
      child.type === 'paragraph' ? (child.content ?? []).map((one) => one.text ?? '').join('') : '';
    const block = placeAt(line.trim(), kept);
    if (block && isBlockPlace(block)) return [block];
    if (child.type !== 'text') return [restore(child, kept)];
    return (child.text ?? '').split(/(⟦\d+⟧)/).flatMap((part): readonly Json[] => {
      const place = placeAt(part, kept);
      if (place && isPlace(place)) return [place];
      // A number that stands for nothing any more is nobody's words.
      return part === '' || /^⟦\d+⟧$/.test(part) ? [] : [{ ...child, text: part }];
    });
  });
  return { ...node, content };
}
