import { documentOf } from '../template/document.ts';
import type { BlockNode, DocumentNode } from '../template/document.ts';
import { inlineOf } from '../template/walk.ts';

/** What a block says, however it looks: origins and marks may have changed on the desk. */
const saysOf = (block: BlockNode): string =>
  `${block.type} ${inlineOf([block])
    .map((node) => (node.type === 'text' ? node.text : node.type === 'hardBreak' ? '\n' : node.type))
    .join('')
    .trim()}`;

/**
 * A text with one signature in the place of another, the last where it stands; undefined where the former stands nowhere
 * as it was put in, because its writer has changed it.
 */
export function resign(
  { content }: DocumentNode,
  before: readonly BlockNode[],
  after: readonly BlockNode[],
): DocumentNode | undefined {
  const wanted = before.map(saysOf);
  if (wanted.length === 0) return undefined;
  const said = content.map(saysOf);
  for (let at = said.length - wanted.length; at >= 0; at -= 1)
    if (wanted.every((words, n) => words === said[at + n]))
      return documentOf([...content.slice(0, at), ...after, ...content.slice(at + wanted.length)]);
  return undefined;
}
