import type { BlockNode, FieldNode } from './document.ts';

const field = (path: string): FieldNode => ({
  type: 'field',
  attrs: { path, format: 'plain', shift: null, whenEmpty: { kind: 'leaveOut' } },
});

/** What stands for the signature of somebody who has chosen none: name, position and practice, telephone. */
export const PLAIN_SIGNATURE: readonly BlockNode[] = [
  {
    type: 'paragraph',
    content: [
      field('sender.name'),
      { type: 'hardBreak' },
      field('sender.position'),
      { type: 'text', text: ', ' },
      field('practice.name'),
      { type: 'hardBreak' },
      field('sender.phone'),
    ],
  },
];
