import type { BlankNode, FieldNode, LateNode } from '../template/document.ts';

/** A place in rendered output that is filled for each matter. */
export type Slot = FieldNode | BlankNode | LateNode;

/**
 * Rendered output, cut at its slots. One renderer serves both uses: a finished letter gives text alone, a template
 * gives text around slots that are then filled thousands of times without walking the tree again.
 */
export type Piece = string | Slot;

/** Gathers pieces, joining neighbouring text so that filling touches as few strings as there are slots. */
export class PieceWriter {
  readonly pieces: Piece[] = [];
  #pending = '';

  text(text: string): void {
    this.#pending += text;
  }

  slot(slot: Slot): void {
    this.#flush();
    this.pieces.push(slot);
  }

  done(): readonly Piece[] {
    this.#flush();
    return this.pieces;
  }

  #flush(): void {
    if (this.#pending !== '') this.pieces.push(this.#pending);
    this.#pending = '';
  }
}

/** The text of pieces in which no slot is left; one that is left is a broken invariant, never printed. */
export function textOnly(pieces: readonly Piece[]): string {
  const text = pieces.map((piece) => {
    if (typeof piece !== 'string') throw new Error(`a ${piece.type} was left in a finished letter`);
    return piece;
  });
  return text.join('');
}
