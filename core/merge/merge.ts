import { answerOf, askedKey } from '../template/blanks.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import { mapInline } from '../template/document.ts';
import type { DocumentNode, FieldNode, InlineDocument, InlineNode, Mark } from '../template/document.ts';
import { findField, isLatePath } from '../template/fieldCatalogue.ts';
import type { FactKind, ValueKind } from '../model/value.ts';
import type { MatterType } from '../model/matter.ts';
import { dateValue } from '../model/value.ts';
import { shiftDate } from '../dates/workingDays.ts';
import type { Program } from './compile.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldText } from './fieldText.ts';

/** A template filled in for one matter: what the sheet opens with. */
export interface Letter {
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
  /** The template's blanks that are used, then one for each field that the record could not fill. */
  readonly blanks: readonly BlankDefinition[];
  /** What blanks propose by themselves. */
  readonly proposed: Answers;
}

/**
 * Fills a compiled template in. Each value becomes plain text marked with where it came from; a value the record
 * lacks becomes a question, other words, or nothing, as its field says. No field is left in the result.
 */
export function merge(program: Program, reader: FieldReader): Letter {
  const { content } = program;
  const asked = new Map<string, BlankDefinition>();
  const fill = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
    nodes.flatMap((node) => (node.type === 'field' ? fillField(node, reader, asked) : [node]));
  const subject = fill(content.subject).map(onOneLine);
  const body = mapInline(content.body, fill);
  return {
    subject,
    body,
    blanks: [...content.blanks, ...asked.values()],
    proposed: proposals(content.blanks, reader),
  };
}

/** Which questions a template would ask on a matter, without making the letter: for the shelf. */
export function openFields(program: Program, reader: FieldReader): ReadonlySet<string> {
  const open = new Set<string>();
  for (const piece of [...program.subject, ...program.html]) {
    if (typeof piece === 'string' || piece.type !== 'field' || piece.attrs.whenEmpty.kind !== 'ask') continue;
    if (!isLatePath(piece.attrs.path) && fieldText(piece.attrs, reader) === undefined)
      open.add(piece.attrs.path);
  }
  return open;
}

function fillField(
  node: FieldNode,
  reader: FieldReader,
  asked: Map<string, BlankDefinition>,
): readonly InlineNode[] {
  const { path, format, shift, whenEmpty } = node.attrs;
  if (isLatePath(path)) return [{ type: 'late', attrs: { path, format, shift } }];
  const text = fieldText(node.attrs, reader);
  if (text === undefined) return fillEmpty(node, reader, asked);
  const label = findField(reader.context.record.type, path)?.label ?? path;
  const lines = text.split('\n').flatMap((line, n): readonly InlineNode[] => {
    const value: Mark = { type: 'value', attrs: { path, format, shift, label, original: line } };
    const words: readonly InlineNode[] =
      line === '' ? [] : [{ type: 'text', text: line, marks: [...(node.marks ?? []), value] }];
    return n === 0 ? words : [{ type: 'hardBreak' }, ...words];
  });
  return whenEmpty.kind === 'leaveOut' && whenEmpty.spaceBefore
    ? [{ type: 'text', text: ' ' }, ...lines]
    : lines;
}

function fillEmpty(
  { attrs, marks }: FieldNode,
  { context }: FieldReader,
  asked: Map<string, BlankDefinition>,
): readonly InlineNode[] {
  switch (attrs.whenEmpty.kind) {
    case 'leaveOut':
      return [];
    case 'words':
      return attrs.whenEmpty.words === ''
        ? []
        : [{ type: 'text', text: attrs.whenEmpty.words, ...(marks ? { marks } : {}) }];
    case 'ask': {
      const blank = askFor(attrs.path, context.record.type);
      asked.set(blank.key, blank);
      return [{ type: 'blank', attrs: { key: blank.key } }];
    }
    default:
      return attrs.whenEmpty satisfies never;
  }
}

/** The question put to the writer for a field that the record cannot fill. */
export function askFor(path: string, type: MatterType): BlankDefinition {
  const info = findField(type, path);
  return {
    key: askedKey(path),
    label: info?.label ?? 'a missing value',
    kind: answerKind(info?.kind),
    required: true,
  };
}

/** Answers are asked in the kinds that people can type; a choice is asked as text, since its list is the matter's. */
function answerKind(kind: ValueKind | undefined): FactKind {
  return kind === 'number' || kind === 'money' || kind === 'date' || kind === 'yesNo' || kind === 'longText'
    ? kind
    : 'text';
}

const onOneLine = (node: InlineNode): InlineNode =>
  node.type === 'hardBreak' ? { type: 'text', text: ' ' } : node;

function proposals(blanks: readonly BlankDefinition[], reader: FieldReader): Answers {
  const proposed: Record<string, string> = {};
  for (const { key, defaultFrom } of blanks) {
    const value = defaultFrom && reader.read(defaultFrom.path);
    if (!value) continue;
    const { shift } = defaultFrom;
    const due =
      shift && value.kind === 'date'
        ? dateValue(shiftDate(reader.context.calendar, value.date, shift))
        : value;
    proposed[key] = answerOf(due);
  }
  return proposed;
}
