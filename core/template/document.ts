import type { DateShift } from '../model/calculatedForm.ts';
import type { ValueFormat } from '../values/writeValue.ts';

/** Stamped on every stored document, so that a later reader knows which nodes it may meet. */
export const DOCUMENT_VERSION = 1;

/**
 * What a field does when the record has nothing: ask the writer, use other words, or leave itself out. `spaceBefore`
 * is set when a template is compiled: the field then writes the space before it together with its value.
 */
export type WhenEmpty =
  | { readonly kind: 'ask' }
  | { readonly kind: 'words'; readonly words: string }
  | { readonly kind: 'leaveOut'; readonly spaceBefore?: true };

export interface FieldUse {
  readonly path: string;
  readonly format: ValueFormat;
  readonly shift: DateShift | null;
}

/** Marks words that the record put into a letter: where from, and what stood there, so that overwriting shows. */
export interface ValueMark {
  readonly type: 'value';
  readonly attrs: FieldUse & { readonly label: string; readonly original: string };
}

export type Mark =
  | { readonly type: 'bold' | 'italic' | 'underline' }
  | { readonly type: 'link'; readonly attrs: { readonly href: string } }
  | ValueMark;

export interface TextNode {
  readonly type: 'text';
  readonly text: string;
  readonly marks?: readonly Mark[];
}

/** A place in a template that the record fills. Only templates hold it. */
export interface FieldNode {
  readonly type: 'field';
  readonly attrs: FieldUse & { readonly whenEmpty: WhenEmpty };
  readonly marks?: readonly Mark[];
}

/** A place that only the writer can fill; the answer is kept beside the document, once for each key. */
export interface BlankNode {
  readonly type: 'blank';
  readonly attrs: { readonly key: string };
}

/** A value that is worked out when the message leaves (the greeting by the hour). Only letters hold it. */
export interface LateNode {
  readonly type: 'late';
  readonly attrs: FieldUse;
}

export interface HardBreak {
  readonly type: 'hardBreak';
}

export type InlineNode = TextNode | FieldNode | BlankNode | LateNode | HardBreak;

export interface Paragraph {
  readonly type: 'paragraph';
  readonly content?: readonly InlineNode[];
}

export interface Heading {
  readonly type: 'heading';
  readonly attrs: { readonly level: 1 | 2 | 3 };
  readonly content?: readonly InlineNode[];
}

export interface ListItem {
  readonly type: 'listItem';
  readonly content: readonly BlockNode[];
}

export interface List {
  readonly type: 'bulletList' | 'orderedList';
  readonly content: readonly ListItem[];
}

export type TextBlock = Paragraph | Heading;
export type BlockNode = TextBlock | List;

/** A body, as the editor keeps it (ProseMirror JSON). */
export interface DocumentNode {
  readonly type: 'doc';
  readonly version: typeof DOCUMENT_VERSION;
  readonly content: readonly BlockNode[];
}

/** A subject or a text message: one line of inline nodes. */
export type InlineDocument = readonly InlineNode[];

export const isList = (block: BlockNode): block is List =>
  block.type === 'bulletList' || block.type === 'orderedList';

/** Every paragraph and heading in reading order, those in lists too; a note's `block` counts these. */
export function textBlocks(blocks: readonly BlockNode[]): readonly TextBlock[] {
  return blocks.flatMap((block) =>
    isList(block) ? block.content.flatMap((item) => textBlocks(item.content)) : [block],
  );
}

/** Rebuilds a document with the inline content of each text block replaced. */
export function mapInline(
  document: DocumentNode,
  change: (nodes: readonly InlineNode[]) => readonly InlineNode[],
): DocumentNode {
  const inBlock = (block: BlockNode): BlockNode => {
    if (!isList(block)) return block.content ? { ...block, content: change(block.content) } : block;
    const items = block.content.map((item) => ({ ...item, content: item.content.map(inBlock) }));
    return { ...block, content: items };
  };
  return { ...document, content: document.content.map(inBlock) };
}
