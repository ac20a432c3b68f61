import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';

/** Short enough not to be felt, long enough that a word is asked for once. */
const TYPING_MS = 150;

/** What is being typed into a picker. */
export interface Pick {
  readonly open: boolean;
  readonly typed: string;
  /** What the list is asked for; behind `typed` for a moment. */
  readonly query: string;
  readonly type: (text: string) => void;
  readonly show: () => void;
  readonly close: () => void;
}

export function usePick(): Pick {
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const [query] = useDebouncedValue(typed, TYPING_MS);
  return {
    open,
    typed,
    query,
    type: (text) => {
      setTyped(text);
      setOpen(true);
    },
    show: () => {
      setOpen(true);
    },
    close: () => {
      setTyped('');
      setOpen(false);
    },
  };
}
