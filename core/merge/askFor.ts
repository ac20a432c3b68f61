import type { MatterType } from '../model/matter.ts';
import type { FactKind, ValueKind } from '../model/value.ts';
import { askedKey } from '../template/blanks.ts';
import type { BlankDefinition } from '../template/blanks.ts';
import { findField } from '../template/fieldCatalogue.ts';

/** The question put to the writer for a field that the record cannot fill. */
export function askFor(path: string, type: MatterType): BlankDefinition {
  const info = findField(type, path);
  return {
    key: askedKey(path),
    label: info?.label ?? 'a missing value',
    kind: answerKind(info?.kind),
    required: true,
  };
}

/** Answers are asked in the kinds that people can type; a choice is asked as text, since its list is the matter's. */
function answerKind(kind: ValueKind | undefined): FactKind {
  return kind === 'number' || kind === 'money' || kind === 'date' || kind === 'yesNo' || kind === 'longText'
    ? kind
    : 'text';
}
