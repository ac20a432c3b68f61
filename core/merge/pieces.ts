import type { ConditionGroup } from '../model/condition.ts';
import { leadsIn } from '../template/leadIn.ts';
import type { BlankNode, BlockNode, FieldNode, LateNode, Repeat } from '../template/document.ts';

/** A place in rendered output that is filled for each matter. */
export type Slot = FieldNode | BlankNode | LateNode;

export type Group =
  | { readonly type: 'shown'; readonly when: ConditionGroup; readonly pieces: readonly Piece[] }
  | { readonly type: 'each'; readonly over: Repeat; readonly pieces: readonly Piece[] }
  /** Stands only where its body says something: nothing empty is left behind. */
  | {
      readonly type: 'framed';
      readonly before: readonly Piece[];
      readonly body: readonly Piece[];
      readonly after: readonly Piece[];
    }
  | { readonly type: 'signature' };

/**
 * Rendered output, cut at its slots. One renderer serves both uses: a finished letter gives text alone, a template
 * gives text around slots that are then filled thousands of times without walking the tree again.
 */
export type Piece = string | Slot | Group;

/** Gathers pieces, joining neighbouring text so that filling touches as few strings as there are slots. */
export class PieceWriter {
  readonly #pieces: Piece[] = [];
  #pending = '';

  text(text: string): void {
    this.#pending += text;
  }

  piece(piece: Slot | Group): void {
    this.#flush();
    this.#pieces.push(piece);
  }

  done(): readonly Piece[] {
    this.#flush();
    return this.#pieces;
  }

  #flush(): void {
    if (this.#pending !== '') this.#pieces.push(this.#pending);
    this.#pending = '';
  }
}

/** Pieces written aside, for a group. */
export function piecesOf(write: (out: PieceWriter) => void): readonly Piece[] {
  const out = new PieceWriter();
  write(out);
  return out.done();
}

/** Writes blocks one after the other; what leads one in stands only where that comes to something. */
export function withLeadIns(
  blocks: readonly BlockNode[],
  write: (block: BlockNode, into: PieceWriter) => void,
  out: PieceWriter,
): void {
  for (let n = 0; n < blocks.length; n += 1) {
    const [block, next] = [blocks[n] as BlockNode, blocks[n + 1]];
    if (!next || !leadsIn(block, next)) write(block, out);
    else {
      out.piece({
        type: 'framed',
        before: piecesOf((into) => {
          write(block, into);
        }),
        body: piecesOf((into) => {
          write(next, into);
        }),
        after: [],
      });
      n += 1;
    }
  }
}
