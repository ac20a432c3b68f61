import type { ConditionGroup } from '../model/condition.ts';
import { writeAnswer } from '../template/blanks.ts';
import type { Answers, BlankDefinition } from '../template/blanks.ts';
import type { BlockNode } from '../template/document.ts';
import { groupHolds } from '../values/conditions.ts';
import { askFor } from './askFor.ts';
import { rowsOver } from './fieldReader.ts';
import type { FieldReader } from './fieldReader.ts';
import { fieldWriter } from './fieldText.ts';
import type { Group, Piece, Slot } from './pieces.ts';

/** What pieces are filled from: a record at a moment, the writer's answers, and what is found open on the way. */
export interface Scope {
  readonly reader: FieldReader;
  readonly blanks: readonly BlankDefinition[];
  readonly answers: Answers;
  readonly open: Map<string, BlankDefinition>;
}

export type Fill = (scope: Scope) => string;

/** How text becomes output, and when output says nothing. */
export interface Medium {
  readonly encode: (text: string) => string;
  readonly isBlank: (output: string) => boolean;
  /** A signature's blocks in this medium. */
  readonly signaturePieces: (blocks: readonly BlockNode[]) => readonly Piece[];
}

/**
 * Makes pieces into one function, so that what is the same for every record is decided once. Closures with own-property
 * reads come near a literal written by hand, and unlike generated code nothing of a template is ever run.
 */
export function compileFill(pieces: readonly Piece[], medium: Medium): Fill {
  const texts: string[] = [''];
  const fills: Fill[] = [];
  for (const piece of pieces) {
    if (typeof piece === 'string') texts[texts.length - 1] += piece;
    else {
      fills.push(fillOf(piece, medium));
      texts.push('');
    }
  }
  return (scope) => {
    let out = texts[0] ?? '';
    for (let n = 0; n < fills.length; n += 1) out += (fills[n] as Fill)(scope) + (texts[n + 1] as string);
    return out;
  };
}

function fillOf(piece: Slot | Group, medium: Medium): Fill {
  switch (piece.type) {
    case 'field':
    case 'blank':
    case 'late':
      return slotFill(piece, medium);
    case 'shown': {
      const fill = compileFill(piece.pieces, medium);
      const { when } = piece;
      return (scope) => (groupHolds(when, scope.reader.read) ? fill(scope) : '');
    }
    case 'each':
      return eachFill(piece.over.over, piece.over.when, compileFill(piece.pieces, medium));
    case 'framed': {
      const [before, body, after] = [piece.before, piece.body, piece.after].map((one) =>
        compileFill(one, medium),
      );
      return (scope) => {
        const said = (body as Fill)(scope);
        return medium.isBlank(said) ? '' : (before as Fill)(scope) + said + (after as Fill)(scope);
      };
    }
    case 'signature':
      return signatureFill(medium);
    default:
      return piece satisfies never;
  }
}

function eachFill(over: string, when: ConditionGroup | null, fill: Fill): Fill {
  return (scope) => {
    let out = '';
    for (const row of rowsOver(over, scope.reader.context.record)) {
      const reader = scope.reader.at(row);
      if (!when || groupHolds(when, reader.read))
        out += fill({ reader, blanks: scope.blanks, answers: scope.answers, open: scope.open });
    }
    return out;
  };
}

/** Signatures are compiled once for each; a practice has as many as people. */
function signatureFill(medium: Medium): Fill {
  const compiled = new WeakMap<readonly BlockNode[], Fill>();
  return (scope) => {
    const { signature } = scope.reader.context;
    if (!signature) return '';
    let fill = compiled.get(signature);
    if (!fill) {
      fill = compileFill(medium.signaturePieces(signature), medium);
      compiled.set(signature, fill);
    }
    return fill(scope);
  };
}

function slotFill(slot: Slot, { encode }: Medium): Fill {
  switch (slot.type) {
    case 'blank': {
      const { key } = slot.attrs;
      return (scope) => encode(blankText(key, scope) ?? '');
    }
    case 'late': {
      const write = fieldWriter(slot.attrs);
      return ({ reader }) => encode(write(reader) ?? '');
    }
    case 'field': {
      const { whenEmpty } = slot.attrs;
      const write = fieldWriter(slot.attrs);
      const words = whenEmpty.kind === 'words' ? encode(whenEmpty.words) : '';
      if (whenEmpty.kind !== 'ask') {
        return ({ reader }) => {
          const text = write(reader);
          return text === undefined ? words : encode(text);
        };
      }
      return ({ reader, open }) => {
        const text = write(reader);
        if (text !== undefined) return encode(text);
        const blank = askFor(slot.attrs.path, reader.context.record.type);
        open.set(blank.key, blank);
        return '';
      };
    }
    default:
      return slot satisfies never;
  }
}

/** An answer as its reader will see it; one that lacks is noted as open. A blank nobody defined asks for text. */
export function blankText(key: string, { blanks, answers, reader, open }: Scope): string | undefined {
  const blank = blanks.find((known) => known.key === key) ?? {
    key,
    label: 'a blank',
    kind: 'text',
    required: true,
  };
  const raw = Object.hasOwn(answers, key) ? answers[key] : undefined;
  const text = writeAnswer(blank, raw, reader.context.record.type.currency);
  if (text === undefined) open.set(key, blank);
  return text;
}
