import type { TemplateContent } from '../template/template.ts';
import { mapInline } from '../template/document.ts';
import type { InlineNode } from '../template/document.ts';
import { htmlPieces } from './renderHtml.ts';
import { inlinePieces, textPieces } from './renderText.ts';
import type { Piece } from './pieces.ts';

/** A template made ready to be merged many times. Compile once for each version, and keep it. */
export interface Program {
  readonly content: TemplateContent;
  readonly subject: readonly Piece[];
  readonly html: readonly Piece[];
  readonly text: readonly Piece[];
}

export function compile(content: TemplateContent): Program {
  const tidy = {
    ...content,
    subject: tidySpaces(content.subject),
    body: mapInline(content.body, tidySpaces),
  };
  return {
    content: tidy,
    subject: inlinePieces(tidy.subject),
    html: htmlPieces(tidy.body),
    text: textPieces(tidy.body),
  };
}

/**
 * A field that leaves itself out takes one of the spaces around it along: the space before it moves into the field's
 * own `leaveOut`, which writes it only together with a value. Nothing is left to stand before a comma.
 */
function tidySpaces(nodes: readonly InlineNode[]): readonly InlineNode[] {
  return nodes.map((node, n): InlineNode => {
    const next = nodes[n + 1];
    if (node.type === 'text' && next && leavesOut(next) && node.text.endsWith(' ')) {
      return { ...node, text: node.text.slice(0, -1) };
    }
    const before = nodes[n - 1];
    if (node.type === 'field' && leavesOut(node) && before?.type === 'text' && before.text.endsWith(' ')) {
      return { ...node, attrs: { ...node.attrs, whenEmpty: { kind: 'leaveOut', spaceBefore: true } } };
    }
    return node;
  });
}

const leavesOut = (node: InlineNode): boolean =>
  node.type === 'field' && node.attrs.whenEmpty.kind === 'leaveOut';
