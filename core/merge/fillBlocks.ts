import { groupHolds, pathsOf } from '../values/conditions.ts';
import { isLatePath } from '../template/fieldCatalogue.ts';
import type {
  BlockNode,
  InlineNode,
  List,
  QuestionNode,
  Table,
  TableRow,
  TextBlock,
} from '../template/document.ts';
import { daysOffered } from '../template/question.ts';
import { writeValue } from '../values/writeValue.ts';
import { leadsIn } from '../template/leadIn.ts';
import { rowsOver } from './fieldReader.ts';
import type { FieldReader } from './fieldReader.ts';

/** Fills one line of inline nodes at a place of the record. */
export type FillLine = (nodes: readonly InlineNode[], at: FieldReader) => readonly InlineNode[];

/**
 * Fills blocks: conditions decided, repeats gone through, the signature put in. Nothing empty is left where only missing
 * values stood. A condition on the hour of leaving stays, and is decided then.
 */
export function fillBlocks(
  blocks: readonly BlockNode[],
  reader: FieldReader,
  line: FillLine,
): readonly BlockNode[] {
  // What follows a lead-in is filled ahead of it, and once.
  const filled = new Map<BlockNode, readonly BlockNode[]>();
  const fill = (block: BlockNode): readonly BlockNode[] => {
    const known = filled.get(block) ?? fillBlock(block, reader, line);
    filled.set(block, known);
    return known;
  };
  return blocks.flatMap((block, n) => {
    const next = blocks[n + 1];
    return next && leadsIn(block, next) && fill(next).length === 0 ? [] : fill(block);
  });
}

function fillBlock(block: BlockNode, reader: FieldReader, line: FillLine): readonly BlockNode[] {
  switch (block.type) {
    case 'paragraph':
    case 'heading':
      return fillTextBlock(block, reader, line);
    case 'bulletList':
    case 'orderedList':
      return fillList(block, reader, line);
    case 'table':
      return fillTable(block, reader, line);
    case 'columns': {
      const content = block.content.map((one) => ({
        ...one,
        content: atLeastOne(fillBlocks(one.content, reader, line)),
      }));
      return [{ ...block, content }];
    }
    case 'showWhen': {
      const content = fillBlocks(block.content, reader, line);
      const late = pathsOf(block.attrs.when).some((path) => isLatePath(path, reader.context.record.type));
      if (late) return content.length > 0 ? [{ ...block, content }] : [];
      return groupHolds(block.attrs.when, reader.read) ? content : [];
    }
    case 'repeat':
      return rowReaders(block.attrs, reader).flatMap((at) => fillBlocks(block.content, at, line));
    case 'signature':
      return fillBlocks(reader.context.signature ?? [], reader, line);
    case 'passage':
      return [];
    case 'question':
      return [fillQuestion(block, reader)];
    case 'button':
    case 'space':
    case 'divider':
      return [block];
    default:
      return block satisfies never;
  }
}

/** Asks with what is known on the day of writing: the days to choose from, and what the record has. */
function fillQuestion(block: QuestionNode, reader: FieldReader): QuestionNode {
  const { days, options, offers, value } = block.attrs;
  const { calendar, today } = reader.context;
  const known = offers === null ? undefined : reader.read(offers);
  return {
    type: 'question',
    attrs: {
      ...block.attrs,
      days: null,
      offers: null,
      options: days === null ? options : daysOffered(days, calendar, today),
      value: known ? writeValue(known, 'plain') : value,
    },
  };
}

const rowReaders = (
  { over, when }: NonNullable<TableRow['attrs']['repeat']>,
  reader: FieldReader,
): readonly FieldReader[] =>
  rowsOver(over, reader.context.record)
    .map((row) => reader.at(row))
    .filter((at) => !when || groupHolds(when, at.read));

const saysSomething = (nodes: readonly InlineNode[]): boolean =>
  nodes.some((node) => {
    if (node.type === 'text') return node.text.trim() !== '';
    return node.type === 'showWords' ? saysSomething(node.content) : node.type !== 'hardBreak';
  });

function fillTextBlock(block: TextBlock, reader: FieldReader, line: FillLine): readonly BlockNode[] {
  if (!block.content) return [block];
  const content = line(block.content, reader);
  // What the template left empty is meant to be; what has become empty is not.
  return block.content.length > 0 && !saysSomething(content) ? [] : [{ ...block, content }];
}

function fillList(list: List, reader: FieldReader, line: FillLine): readonly BlockNode[] {
  const items = list.content.flatMap((item) => {
    const content = fillBlocks(item.content, reader, line);
    return content.length > 0 ? [{ ...item, content }] : [];
  });
  return items.length > 0 ? [{ ...list, content: items }] : [];
}

const isHead = ({ content }: TableRow): boolean => content.every(({ type }) => type === 'tableHeader');

function fillTable(table: Table, reader: FieldReader, line: FillLine): readonly BlockNode[] {
  const rows = table.content.flatMap((row) => fillRow(row, reader, line));
  const headsAlone = rows.every(isHead) && !table.content.every(isHead);
  return rows.length === 0 || headsAlone ? [] : [{ ...table, content: rows }];
}

function fillRow(row: TableRow, reader: FieldReader, line: FillLine): readonly TableRow[] {
  const { repeat, when } = row.attrs;
  const readers = repeat ? rowReaders(repeat, reader) : [reader];
  return readers
    .filter((at) => !when || groupHolds(when, at.read))
    .map((at) => ({
      ...row,
      attrs: { repeat: null, when: null },
      content: row.content.map((cell) => ({
        ...cell,
        content: atLeastOne(fillBlocks(cell.content, at, line)),
      })),
    }));
}

/** A cell or column keeps its place when what stood in it is left out. */
const atLeastOne = (blocks: readonly BlockNode[]): readonly BlockNode[] =>
  blocks.length > 0 ? blocks : [{ type: 'paragraph', content: [] }];
