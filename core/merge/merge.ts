import { answerOf } from '../template/blanks.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import { documentOf } from '../template/document.ts';
import type { DocumentNode, FieldNode, InlineDocument, InlineNode, Mark } from '../template/document.ts';
import { isLatePath, labelOf } from '../template/fieldCatalogue.ts';
import { dateValue } from '../model/value.ts';
import { shiftDate } from '../dates/workingDays.ts';
import { groupHolds, pathsOf } from '../values/conditions.ts';
import { askFor } from './askFor.ts';
import type { Program } from './compile.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldText } from './fieldText.ts';
import { fillBlocks } from './fillBlocks.ts';

/** A template filled in for one matter: what the sheet opens with. */
export interface MergedMessage {
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
export function merge(program: Program, reader: FieldReader): MergedMessage {
  const { content } = program;
  const asked = new Map<string, BlankDefinition>();
  const line = (nodes: readonly InlineNode[], at: FieldReader): readonly InlineNode[] =>
    nodes.flatMap((node) => fillInline(node, at, asked, line));
  const subject = line(content.subject, reader).map(onOneLine);
  const body = documentOf(fillBlocks(content.body.content, reader, line));
  return {
    subject,
    body,
    blanks: [...content.blanks, ...asked.values()],
    proposed: proposals(content.blanks, reader),
  };
}

/** Which questions a template would ask on a matter, without making the letter: for the shelf. */
export function openFields(program: Program, reader: FieldReader): ReadonlyMap<string, BlankDefinition> {
  const open = new Map<string, BlankDefinition>();
  const scope = { reader, blanks: [], answers: {}, open };
  program.subject(scope);
  program.text(scope);
  for (const key of [...open.keys()]) if (!key.startsWith('asked:')) open.delete(key);
  return open;
}

type FillLine = (nodes: readonly InlineNode[], at: FieldReader) => readonly InlineNode[];

function fillInline(
  node: InlineNode,
  reader: FieldReader,
  asked: Map<string, BlankDefinition>,
  line: FillLine,
): readonly InlineNode[] {
  switch (node.type) {
    case 'field':
      return fillField(node, reader, asked);
    case 'showWords': {
      const late = pathsOf(node.attrs.when).some((path) => isLatePath(path, reader.context.record.type));
      if (late) return [{ ...node, content: line(node.content, reader) }];
      return groupHolds(node.attrs.when, reader.read) ? line(node.content, reader) : [];
    }
    case 'passageWords':
      return [];
    case 'text':
    case 'blank':
    case 'late':
    case 'hardBreak':
    case 'picture':
      return [node];
    default:
      return node satisfies never;
  }
}

function fillField(
  node: FieldNode,
  reader: FieldReader,
  asked: Map<string, BlankDefinition>,
): readonly InlineNode[] {
  const { path, format, shift } = node.attrs;
  const { type } = reader.context.record;
  if (isLatePath(path, type)) return [{ type: 'late', attrs: { path, format, shift } }];
  const text = fieldText(node.attrs, reader);
  if (text === undefined) return fillEmpty(node, reader, asked);
  const label = labelOf(type, path);
  return text.split('\n').flatMap((line, n): readonly InlineNode[] => {
    const value: Mark = { type: 'value', attrs: { path, format, shift, label, original: line } };
    const words: readonly InlineNode[] =
      line === '' ? [] : [{ type: 'text', text: line, marks: [...(node.marks ?? []), value] }];
    return n === 0 ? words : [{ type: 'hardBreak' }, ...words];
  });
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

const onOneLine = (node: InlineNode): InlineNode =>
  node.type === 'hardBreak' ? { type: 'text', text: ' ' } : node;

function proposals(blanks: readonly BlankDefinition[], reader: FieldReader): Answers {
  const proposed: Record<string, string> = {};
  for (const { key, defaultFrom, proposes } of blanks) {
    const value = defaultFrom && reader.read(defaultFrom.path);
    if (!value) {
      if (proposes) proposed[key] = proposes;
      continue;
    }
    const { shift } = defaultFrom;
    if (shift && value.kind === 'date') {
      const due = shiftDate(reader.context.calendar, value.date, shift);
      if (due) proposed[key] = answerOf(dateValue(due));
    } else proposed[key] = answerOf(value);
  }
  return proposed;
}
