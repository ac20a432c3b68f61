import { writeAnswer } from '../template/blanks.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import { mapInline } from '../template/document.ts';
import type {
  DocumentNode,
  FieldNode,
  InlineDocument,
  InlineNode,
  Mark,
  TextNode,
} from '../template/document.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldText, oneLine } from './fieldText.ts';
import type { Program } from './compile.ts';
import { textOnly } from './pieces.ts';
import type { Piece, Slot } from './pieces.ts';
import { askFor } from './merge.ts';
import { htmlPieces, valueHtml } from './renderHtml.ts';
import { inlinePieces, textPieces } from './renderText.ts';

/** A letter with the writer's answers, as it stands in the sheet. */
export interface WrittenLetter {
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
}

/** What a recipient gets. */
export interface FinishedLetter {
  /** One line, without control characters. */
  readonly subject: string;
  readonly html: string;
  readonly text: string;
  /** Labels of the blanks still open; their places are left empty. A letter with any required one must not go. */
  readonly open: readonly BlankDefinition[];
}

/**
 * Turns a written letter into what is sent: answers and late values become text, marks of origin fall away. HTML and
 * text come from the same tree.
 */
export function finishLetter(letter: WrittenLetter, reader: FieldReader): FinishedLetter {
  const open = new Map<string, BlankDefinition>();
  const write = slotWriter(letter.blanks, letter.answers, reader, open);
  const fill = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
    nodes.flatMap((node) => asText(node, write));
  const body = mapInline(letter.body, fill);
  const subject = oneLine(textOnly(inlinePieces(fill(letter.subject))));
  return {
    subject,
    html: textOnly(htmlPieces(body)),
    text: textOnly(textPieces(body)),
    open: [...open.values()],
  };
}

/** A compiled template straight to what a recipient gets, without a sheet in between: for previews and rounds. */
export function finishProgram(program: Program, reader: FieldReader, answers: Answers): FinishedLetter {
  const open = new Map<string, BlankDefinition>();
  const write = slotWriter(program.content.blanks, answers, reader, open);
  const text = (slot: Slot): string => write(slot) ?? '';
  return {
    subject: oneLine(fillPieces(program.subject, text)),
    html: fillPieces(program.html, (slot) => valueHtml(text(slot))),
    text: fillPieces(program.text, text),
    open: [...open.values()],
  };
}

/** The HTML body alone, the inner loop of a round. */
export function finishHtml(program: Program, reader: FieldReader, answers: Answers): string {
  const write = slotWriter(program.content.blanks, answers, reader, new Map());
  return fillPieces(program.html, (slot) => valueHtml(write(slot) ?? ''));
}

function fillPieces(pieces: readonly Piece[], fill: (slot: Slot) => string): string {
  let out = '';
  for (const piece of pieces) out += typeof piece === 'string' ? piece : fill(piece);
  return out;
}

type SlotText = (slot: Slot) => string | undefined;

function slotWriter(
  blanks: readonly BlankDefinition[],
  answers: Answers,
  reader: FieldReader,
  open: Map<string, BlankDefinition>,
): SlotText {
  const { currency } = reader.context.record.type;
  const blankText = (key: string): string | undefined => {
    const blank = blanks.find((known) => known.key === key) ?? {
      key,
      label: key,
      kind: 'text',
      required: true,
    };
    const text = writeAnswer(blank, Object.hasOwn(answers, key) ? answers[key] : undefined, currency);
    if (text === undefined) open.set(key, blank);
    return text;
  };
  return (slot) => {
    switch (slot.type) {
      case 'blank':
        return blankText(slot.attrs.key);
      case 'late':
        return fieldText(slot.attrs, reader);
      case 'field':
        return writeField(slot, reader, open);
      default:
        return slot satisfies never;
    }
  };
}

function writeField(
  { attrs }: FieldNode,
  reader: FieldReader,
  open: Map<string, BlankDefinition>,
): string | undefined {
  const { path, whenEmpty } = attrs;
  const text = fieldText(attrs, reader);
  if (text !== undefined) return whenEmpty.kind === 'leaveOut' && whenEmpty.spaceBefore ? ` ${text}` : text;
  if (whenEmpty.kind === 'words') return whenEmpty.words;
  if (whenEmpty.kind === 'ask') open.set(path, askFor(path, reader.context.record.type));
  return undefined;
}

function asText(node: InlineNode, write: SlotText): readonly InlineNode[] {
  if (node.type === 'hardBreak') return [node];
  if (node.type === 'text') return [withoutOrigin(node)];
  const lines = (write(node) ?? '').split('\n');
  return lines.flatMap((line, n): readonly InlineNode[] => {
    const words: readonly InlineNode[] = line === '' ? [] : [{ type: 'text', text: line }];
    return n === 0 ? words : [{ type: 'hardBreak' }, ...words];
  });
}

function withoutOrigin({ text, marks }: TextNode): TextNode {
  const kept = marks?.filter((mark: Mark) => mark.type !== 'value') ?? [];
  return kept.length > 0 ? { type: 'text', text, marks: kept } : { type: 'text', text };
}
