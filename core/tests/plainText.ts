import type { InlineDocument } from '../template/document.ts';

/** What the texts of a line say; anything else is left out. */
export const plainText = (line: InlineDocument): string =>
  line.map((node) => (node.type === 'text' ? node.text : '')).join('');
