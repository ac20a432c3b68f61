import { Node } from '@tiptap/core';
import { NodeViewWrapper, ReactNodeViewRenderer } from '@tiptap/react';
import type { NodeViewProps } from '@tiptap/react';
import { useContext } from 'react';
import { lateKey } from '../../../../core/merge/late.ts';
import { Tip } from '../../../ui/Tip.tsx';
import { BlanksContext } from './blanksContext.ts';
import { say } from '../../../words/en/matter-sheet.ts';

/** A value that is worked out when the message leaves; until then it shows what it would say now. */
export const LateNode = Node.create({
  name: 'late',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    path: { default: '', rendered: false },
    format: { default: 'plain', rendered: false },
    shift: { default: null, rendered: false },
  }),
  parseHTML: () => [],
  renderHTML: () => ['span', { 'data-late': '' }],
  addNodeView: () => ReactNodeViewRenderer(LateView, { as: 'span' }),
});

function LateView({ node }: NodeViewProps) {
  const { late } = useContext(BlanksContext);
  const { path, format } = node.attrs as Parameters<typeof lateKey>[0];
  return (
    <Tip label={say.workedOutWhenItLeaves}>
      <NodeViewWrapper as="span" data-value="">
        {late[lateKey({ path, format })]}
      </NodeViewWrapper>
    </Tip>
  );
}
