import { useState } from 'react';

/** Which of a list are chosen, by id, for doing something with several at once. */
export function usePicked() {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string): void => {
    setPicked((known) => {
      const next = new Set(known);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  };
  const clear = (): void => {
    setPicked(new Set());
  };
  return { picked, toggle, clear };
}
