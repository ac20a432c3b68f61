import { documentOf } from '../template/document.ts';
import type { BlockNode, DocumentNode, InlineNode } from '../template/document.ts';
import { cleanText } from '../template/parseDocument.ts';

/** Plain text as a document: an empty line parts paragraphs, lines that begin with a mark are a list. */
export function textDocument(text: string): DocumentNode {
  const chunks = cleanText(text.replace(/\r\n?/g, '\n'))
    .split(/\n[ \t]*\n+/)
    .map((chunk) => chunk.replace(/^\n+|\s+$/g, ''))
    .filter((chunk) => chunk !== '');
  return documentOf(chunks.map(blockOf));
}

const BULLET = /^\s*[-*•–]\s+/;

function blockOf(chunk: string): BlockNode {
  const lines = chunk.split('\n');
  if (lines.every((line) => BULLET.test(line))) {
    const items = lines.map((line) => ({
      type: 'listItem' as const,
      content: [
        { type: 'paragraph' as const, content: [{ type: 'text' as const, text: line.replace(BULLET, '') }] },
      ],
    }));
    return { type: 'bulletList', content: items };
  }
  const content = lines.flatMap((line, n): readonly InlineNode[] => {
    const words: readonly InlineNode[] = line.trim() === '' ? [] : [{ type: 'text', text: line.trim() }];
    return n === 0 ? words : [{ type: 'hardBreak' }, ...words];
  });
  return { type: 'paragraph', content };
}
