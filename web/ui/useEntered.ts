import { useEffect, useRef } from 'react';

/**
 * Enter acts on the letters typed, always: pressed before what they find is there, it acts once it is; whoever types on meanwhile
 * means something else, and nothing happens. `act` is called with what was found for the very letters.
 */
export function useEntered(typed: string, isFound: boolean, act: () => void): () => void {
  const entered = useRef<string>(undefined);
  useEffect(() => {
    if (!isFound || entered.current !== typed) return;
    entered.current = undefined;
    act();
  });
  return () => {
    if (isFound) act();
    else entered.current = typed;
  };
}
