import type { FactDefinition } from './matter.ts';
import { soundValue } from './soundValue.ts';
import type { Value } from './value.ts';

/** Whether a value is of the kind that its definition has; of a choice, one of those there are. */
export function fitsFact(value: Value, { kind, choices }: FactDefinition): boolean {
  if (value.kind !== kind || !soundValue(value)) return false;
  return value.kind !== 'choice' || (choices ?? []).some(({ key }) => key === value.key);
}

/** A choice is kept with today's label, whatever label was sent along. */
export const withTodaysLabel = (value: Value, { choices }: FactDefinition): Value =>
  value.kind === 'choice'
    ? { ...value, label: choices?.find(({ key }) => key === value.key)?.label ?? value.label }
    : value;
