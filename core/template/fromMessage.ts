import { DOCUMENT_VERSION, documentOf } from './document.ts';
import type { BlockNode, DocumentNode, FieldNode, InlineDocument, InlineNode, Mark } from './document.ts';
import { allInline, inlineOf, mapInline, wordsOfInline } from './walk.ts';

interface Letter {
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
}

/** A value of the record that a letter shows, which a template could hold as a field instead. */
export interface KeepableField {
  readonly path: string;
  readonly label: string;
  /** As the letter has it. */
  readonly words: string;
}

/** The values of the record that stand in a letter as they were filled in, each path once, in reading order. */
export function keepableFields({ subject, body }: Letter): readonly KeepableField[] {
  const found = new Map<string, KeepableField>();
  for (const node of [...allInline(subject), ...inlineOf(body.content)]) {
    const mark = untouched(node);
    if (mark && !found.has(mark.attrs.path))
      found.set(mark.attrs.path, {
        path: mark.attrs.path,
        label: mark.attrs.label,
        words: mark.attrs.original,
      });
  }
  return [...found.values()];
}

/**
 * A letter as the wording of a template: the values chosen by their path become fields again, which ask where the record
 * has nothing; the writer's signature, handed in as it reads here, becomes the signature of whoever writes; values of the hour are fields anyway; all else stays the words it is, without a trace of this matter's
 * record.
 */
export function wordingFromMessage(
  { subject, body }: Letter,
  chosen: ReadonlySet<string>,
  signature: readonly BlockNode[] = [],
): Letter {
  const turn = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
    joined(nodes.map((node) => turnBack(node, chosen, turn)));
  const signed = documentOf(signatureIn(body.content, signature));
  return { subject: turn(subject), body: { ...mapInline(signed, turn), version: DOCUMENT_VERSION } };
}

const wordsOf = (block: BlockNode): string => wordsOfInline(inlineOf([block]));

/** Puts the signature itself in the place of its words, the last time they stand there word for word. */
function signatureIn(blocks: readonly BlockNode[], signature: readonly BlockNode[]): readonly BlockNode[] {
  const sought = signature.map(wordsOf);
  if (sought.join('').trim() === '') return blocks;
  const words = blocks.map(wordsOf);
  for (let at = blocks.length - sought.length; at >= 0; at -= 1) {
    if (sought.every((line, n) => words[at + n] === line))
      return [...blocks.slice(0, at), { type: 'signature' }, ...blocks.slice(at + sought.length)];
  }
  return blocks;
}

type ValueMark = Extract<Mark, { readonly type: 'value' }>;

/** The mark of words that the record filled in and nobody has changed since. */
function untouched(node: InlineNode): ValueMark | undefined {
  const mark =
    node.type === 'text' ? node.marks?.find((one): one is ValueMark => one.type === 'value') : undefined;
  const isRow = mark?.attrs.path.startsWith('row.') === true;
  return node.type === 'text' && mark && !isRow && mark.attrs.original === node.text ? mark : undefined;
}

function turnBack(
  node: InlineNode,
  chosen: ReadonlySet<string>,
  turn: (nodes: readonly InlineNode[]) => readonly InlineNode[],
): InlineNode {
  switch (node.type) {
    case 'text': {
      const mark = untouched(node);
      const marks = (node.marks ?? []).filter(({ type }) => type !== 'value');
      const kept = marks.length > 0 ? { marks } : {};
      if (mark && chosen.has(mark.attrs.path)) return { ...fieldOf(mark.attrs), ...kept };
      return { type: 'text', text: node.text, ...kept };
    }
    case 'late':
      return fieldOf(node.attrs);
    case 'showWords':
      return { ...node, content: turn(node.content) };
    case 'field':
    case 'blank':
    case 'hardBreak':
    case 'picture':
    case 'passageWords':
      return node;
    default:
      return node satisfies never;
  }
}

const fieldOf = ({
  path,
  format,
  shift,
}: FieldNode['attrs'] | ValueMark['attrs'] | LateAttrs): FieldNode => ({
  type: 'field',
  attrs: { path, format, shift, whenEmpty: { kind: 'ask' } },
});
type LateAttrs = Extract<InlineNode, { readonly type: 'late' }>['attrs'];

/** A value of several words that was marked in part leaves neighbours of the same look; they are one text. */
function joined(nodes: readonly InlineNode[]): readonly InlineNode[] {
  const out: InlineNode[] = [];
  for (const node of nodes) {
    const last = out.at(-1);
    if (
      node.type === 'text' &&
      last?.type === 'text' &&
      JSON.stringify(node.marks) === JSON.stringify(last.marks)
    )
      out[out.length - 1] = { ...last, text: last.text + node.text };
    else out.push(node);
  }
  return out;
}
