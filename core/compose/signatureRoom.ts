import { pixels } from '../model/letterLayout.ts';
import type { Program } from '../merge/compile.ts';
import { documentOf } from '../template/document.ts';

/** A letter's program with room above its signature for a hand to sign in; what has room there already keeps it. */
export function withSignatureRoom(program: Program, millimetres: number): Program {
  if (millimetres === 0) return program;
  const { content } = program.content.body;
  const body = content.flatMap((block, n) =>
    block.type === 'signature' && content[n - 1]?.type !== 'space'
      ? [{ type: 'space' as const, attrs: { height: pixels(millimetres) } }, block]
      : [block],
  );
  return { ...program, content: { ...program.content, body: documentOf(body) } };
}
