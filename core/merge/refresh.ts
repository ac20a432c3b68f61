import { allInline, inlineOf, mapInline } from '../template/walk.ts';
import type { DocumentNode, InlineDocument, InlineNode, TextNode, ValueMark } from '../template/document.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldText } from './fieldText.ts';

/** One stretch of words that the record put into a letter. */
export interface Origin {
  readonly part: 'subject' | 'body';
  readonly path: string;
  readonly label: string;
  readonly words: string;
  /** What the record said, where the writer has overwritten it since. */
  readonly was?: string;
}

const originMark = (node: TextNode): ValueMark | undefined =>
  node.marks?.find((mark) => mark.type === 'value');

/** Where each word of a letter came from, in reading order; the writer's own words are not listed. */
export function originsOf(letter: {
  readonly subject: InlineDocument;
  readonly body: DocumentNode;
}): readonly Origin[] {
  return [
    ...origins(allInline(letter.subject), 'subject'),
    ...origins(inlineOf(letter.body.content), 'body'),
  ];
}

function origins(nodes: readonly InlineNode[], part: Origin['part']): readonly Origin[] {
  return nodes.flatMap((node): readonly Origin[] => {
    const mark = node.type === 'text' ? originMark(node) : undefined;
    if (node.type !== 'text' || !mark) return [];
    const { path, label, original } = mark.attrs;
    const origin = { part, path, label, words: node.text };
    return [original === node.text ? origin : { ...origin, was: original }];
  });
}

/**
 * Brings a letter's values up to date: the greeting after its recipients changed, a fact after the record did. Words
 * that the writer has overwritten stay as they are, and so do values of several lines or of a table's rows, which have
 * no one place.
 */
export function refreshValues<T extends { readonly subject: InlineDocument; readonly body: DocumentNode }>(
  letter: T,
  reader: FieldReader,
): T {
  const renew = (nodes: readonly InlineNode[]): readonly InlineNode[] =>
    nodes.map((node) => renewValue(node, reader));
  return { ...letter, subject: renew(letter.subject), body: mapInline(letter.body, renew) };
}

function renewValue(node: InlineNode, reader: FieldReader): InlineNode {
  if (node.type === 'showWords')
    return { ...node, content: node.content.map((one) => renewValue(one, reader)) };
  const mark = node.type === 'text' ? originMark(node) : undefined;
  if (node.type !== 'text' || !mark || mark.attrs.original !== node.text) return node;
  const now = fieldText(mark.attrs, reader);
  const longText = reader.read(mark.attrs.path)?.kind === 'longText';
  if (now === undefined || now === node.text || longText) return node;
  const renewed: ValueMark = { type: 'value', attrs: { ...mark.attrs, original: now } };
  return { ...node, text: now, marks: (node.marks ?? []).map((known) => (known === mark ? renewed : known)) };
}
