import type { DateShift } from '../model/calculatedForm.ts';
import type { ConditionGroup } from '../model/condition.ts';
import type { ValueFormat } from '../values/writeValue.ts';
import type { Question } from './question.ts';

/** Stamped on every stored document, so that a later reader knows which nodes it may meet. */
export const DOCUMENT_VERSION = 1;

/**
 * What a field does when the record has nothing: ask the writer, use other words, or leave itself out, alone or with
 * its sentence, paragraph or table row.
 */
export type WhenEmpty =
  | { readonly kind: 'ask' }
  | { readonly kind: 'words'; readonly words: string }
  | { readonly kind: 'leaveOut'; readonly with?: 'sentence' | 'paragraph' | 'row' };

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
  | { readonly type: 'bold' | 'italic' | 'underline' | 'superscript' | 'subscript' }
  /** `colour` is `#rrggbb`; the editor offers the practice's palette alone. */
  | { readonly type: 'colour'; readonly attrs: { readonly colour: string } }
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

/** A picture in a line of text; alone in its paragraph it stands by itself. */
export interface PictureNode {
  readonly type: 'picture';
  readonly attrs: {
    /** SHA-256 of its bytes, in hex: where the store keeps them. */
    readonly picture: string;
    /** What it shows, for those who do not see it; empty only where it is decoration. */
    readonly alt: string;
    /** Pixels, 8–640. */
    readonly width: number;
    readonly href: string | null;
  };
}

/** Words that stand only where a condition holds. */
export interface ShowWords {
  readonly type: 'showWords';
  readonly attrs: { readonly when: ConditionGroup };
  readonly content: readonly InlineNode[];
}

/** A sentence of reusable wording, always in today's words. Only templates hold it. */
export interface PassageWords {
  readonly type: 'passageWords';
  readonly attrs: { readonly id: string };
}

export type InlineNode =
  TextNode | FieldNode | BlankNode | LateNode | HardBreak | PictureNode | ShowWords | PassageWords;

export interface Paragraph {
  readonly type: 'paragraph';
  readonly attrs?: { readonly align: 'center' | 'right' };
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

export interface TableCell {
  readonly type: 'tableCell' | 'tableHeader';
  readonly attrs: { readonly colspan: number; readonly align: 'left' | 'center' | 'right' };
  readonly content: readonly BlockNode[];
}

/** What is gone through: `table.` and a table's key, or `party.` and a role's. Within it, `row.` speaks of each. */
export interface Repeat {
  readonly over: string;
  readonly when: ConditionGroup | null;
}

export interface TableRow {
  readonly type: 'tableRow';
  /** A row may stand once, under a condition, or once for each of what it repeats over. */
  readonly attrs: { readonly repeat: Repeat | null; readonly when: ConditionGroup | null };
  readonly content: readonly TableCell[];
}

export interface Table {
  readonly type: 'table';
  readonly content: readonly TableRow[];
}

export interface Column {
  readonly type: 'column';
  readonly content: readonly BlockNode[];
}

/** Two or three blocks of text side by side. */
export interface Columns {
  readonly type: 'columns';
  readonly content: readonly Column[];
}

export interface ButtonBlock {
  readonly type: 'button';
  readonly attrs: { readonly label: string; readonly href: string };
}

/** A question that the recipient answers on a page of their own. */
export interface QuestionNode {
  readonly type: 'question';
  readonly attrs: Question;
}

/** Empty height between blocks, in pixels (4–120). */
export interface Space {
  readonly type: 'space';
  readonly attrs: { readonly height: number };
}

export interface Divider {
  readonly type: 'divider';
}

/** Blocks that stand only where a condition holds. In a letter only conditions of the hour of leaving are left. */
export interface ShowWhen {
  readonly type: 'showWhen';
  readonly attrs: { readonly when: ConditionGroup };
  readonly content: readonly BlockNode[];
}

/** Blocks that stand once for each row of a table or each party in a role. Only templates hold it. */
export interface RepeatBlock {
  readonly type: 'repeat';
  readonly attrs: Repeat;
  readonly content: readonly BlockNode[];
}

/** A block of reusable wording, always in today's words. Only templates hold it. */
export interface Passage {
  readonly type: 'passage';
  readonly attrs: { readonly id: string };
}

/** The default signature of whoever sends. Only templates hold it. */
export interface Signature {
  readonly type: 'signature';
}

export type TextBlock = Paragraph | Heading;
export type BlockNode =
  | TextBlock
  | List
  | Table
  | Columns
  | ButtonBlock
  | QuestionNode
  | Space
  | Divider
  | ShowWhen
  | RepeatBlock
  | Passage
  | Signature;

/** A body, as the editor keeps it (ProseMirror JSON). */
export interface DocumentNode {
  readonly type: 'doc';
  readonly version: typeof DOCUMENT_VERSION;
  readonly content: readonly BlockNode[];
}

/** A subject or a text message: one line of inline nodes. */
export type InlineDocument = readonly InlineNode[];

export const documentOf = (content: readonly BlockNode[]): DocumentNode => ({
  type: 'doc',
  version: DOCUMENT_VERSION,
  content,
});
