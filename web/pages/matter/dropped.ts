import { createContext, useCallback, useContext, useEffect, useRef, useState } from 'react';
import { useFileDrop } from '../../ui/useFileDrop.ts';

type Files = readonly File[];
/** What takes files on a matter: the sheet that is open encloses them, the open documents keep them, the correspondence files mail. */
type Taker = 'sheet' | 'documents' | 'correspondence';
const TAKERS: readonly Taker[] = ['sheet', 'documents', 'correspondence'];

/** A file that a mail program saves messages as (RFC 5322, RFC 4155). */
const isMail = ({ name, type }: File): boolean =>
  /\.(?:eml|mbox)$/i.test(name) || type === 'message/rfc822' || type === 'application/mbox';
type Register = (taker: Taker, take: ((files: Files) => void) | undefined) => void;

export const DroppedContext = createContext<Register>(() => undefined);

/**
 * The whole matter as a place to drop files on, wherever on it they are let go; and what takes them now. What is not mail
 * becomes a document, except on a sheet.
 */
export function useDropped(mayDrop: boolean, keep: (files: Files) => void) {
  const takers = useRef(new Map<Taker, (files: Files) => void>());
  const [taker, setTaker] = useState<Taker>();
  const register = useCallback<Register>((by, take) => {
    if (take) takers.current.set(by, take);
    else takers.current.delete(by);
    setTaker(TAKERS.find((one) => takers.current.has(one)));
  }, []);
  const { over, target } = useFileDrop(mayDrop, (files) => {
    const take = taker === undefined ? undefined : takers.current.get(taker);
    if (take && taker !== 'correspondence') {
      take(files);
      return;
    }
    const mail = files.filter(isMail);
    const others = files.filter((file) => !isMail(file));
    if (mail.length > 0) take?.(mail);
    if (others.length > 0) keep(others);
  });
  return { over, target, register, taker };
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
