import { useState } from 'react';
import type { ReactElement } from 'react';
import { show } from './stage.tsx';
import type { Stage } from './stage.tsx';

/** A part that is given its value and told of changes, held as its page would hold it. */
export function held<T>(
  initial: T,
  draw: (value: T, onChange: (next: T) => void) => ReactElement,
  answers: Readonly<Record<string, unknown>> = {},
): Stage & { readonly value: () => T } {
  const kept = { value: initial };
  const keep = (next: T): void => {
    kept.value = next;
  };
  const stage = show(<Held initial={initial} draw={draw} onValue={keep} />, answers);
  return { ...stage, value: () => kept.value };
}

interface HeldProps<T> {
  readonly initial: T;
  readonly draw: (value: T, onChange: (next: T) => void) => ReactElement;
  readonly onValue: (value: T) => void;
}

function Held<T>({ initial, draw, onValue }: HeldProps<T>) {
  const [value, setValue] = useState(initial);
  return draw(value, (next) => {
    setValue(next);
    onValue(next);
  });
}
