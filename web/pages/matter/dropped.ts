import { createContext, useCallback, useContext, useEffect, useRef, useState } from 'react';
import { useFileDrop } from '../../ui/useFileDrop.ts';

type Files = readonly File[];
/** What takes files on a matter: the sheet that is open encloses them, else the correspondence files what is mail. */
type Taker = 'sheet' | 'correspondence';
type Register = (taker: Taker, take: ((files: Files) => void) | undefined) => void;

export const DroppedContext = createContext<Register>(() => undefined);

/** The whole matter as a place to drop files on, wherever on it they are let go; and what takes them now. */
export function useDropped(mayDrop: boolean) {
  const takers = useRef(new Map<Taker, (files: Files) => void>());
  const [encloses, setEncloses] = useState(false);
  const register = useCallback<Register>((taker, take) => {
    if (take) takers.current.set(taker, take);
    else takers.current.delete(taker);
    setEncloses(takers.current.has('sheet'));
  }, []);
  const { over, target } = useFileDrop(mayDrop, (files) => {
    (takers.current.get('sheet') ?? takers.current.get('correspondence'))?.(files);
  });
  return { over, target, register, encloses };
}

/** Takes what is dropped anywhere on the matter while this is shown. */
export function useTakesDropped(taker: Taker, take: (files: Files) => void, mayTake = true): void {
  const register = useContext(DroppedContext);
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    if (!mayTake) return undefined;
    register(taker, (files) => {
      latest.current(files);
    });
    return () => {
      register(taker, undefined);
    };
  }, [register, taker, mayTake]);
}
