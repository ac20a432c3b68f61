import { useEffect, useRef, useState } from 'react';
import { useSessionQuery } from '../../api/session.ts';
import { dropUnsaved, keepUnsaved, readUnsaved } from '../../state/unsaved.ts';

/** Typing rests this long before it is laid aside. */
const REST_MS = 400;

/** Something new that is being made, and is laid aside on this computer until it is saved. */
export interface Begun<T> {
  /** What was begun before and never saved; undefined where nothing was. */
  readonly words: T | undefined;
  readonly atUtc: number | undefined;
  /** Changes where the form is to begin anew. */
  readonly age: number;
  /** Lays aside what stands there now. */
  readonly keep: (words: T) => void;
  /** It is saved, or not wanted: nothing of it stays on this computer. */
  readonly drop: () => void;
  /** Begins with nothing again. */
  readonly afresh: () => void;
}

interface Known<T> {
  readonly of: string;
  readonly words: T | undefined;
  readonly atUtc: number | undefined;
  readonly age: number;
}

/**
 * What was begun under this name, once this computer has said; undefined until then. `of` is undefined for what is there already and
 * saves itself otherwise.
 */
export function useBegun<T>(of: string | undefined): Begun<T> | undefined {
  const personId = useSessionQuery().data?.user.id;
  const [known, setKnown] = useState<Known<T>>();
  const waiting = useRef<{ readonly words: T; readonly timer: number }>(undefined);
  useEffect(() => {
    if (of === undefined || personId === undefined) return undefined;
    let isGone = false;
    void readUnsaved(personId, of).then((kept) => {
      if (!isGone) setKnown({ of, words: kept?.words as T | undefined, atUtc: kept?.atUtc, age: 0 });
    });
    const settle = (): void => {
      const last = waiting.current;
      if (!last) return;
      window.clearTimeout(last.timer);
      waiting.current = undefined;
      void keepUnsaved(personId, of, last.words);
    };
    window.addEventListener('pagehide', settle);
    return () => {
      isGone = true;
      window.removeEventListener('pagehide', settle);
      settle();
    };
  }, [of, personId]);
  if (of === undefined) return NOTHING as Begun<T>;
  if (personId === undefined || known?.of !== of) return undefined;
  const drop = (): void => {
    window.clearTimeout(waiting.current?.timer);
    waiting.current = undefined;
    void dropUnsaved(personId, of);
  };
  return {
    ...known,
    keep: (words) => {
      window.clearTimeout(waiting.current?.timer);
      const timer = window.setTimeout(() => {
        waiting.current = undefined;
        void keepUnsaved(personId, of, words);
      }, REST_MS);
      waiting.current = { words, timer };
    },
    drop,
    afresh: () => {
      drop();
      setKnown({ of, words: undefined, atUtc: undefined, age: known.age + 1 });
    },
  };
}

const nothing = (): void => undefined;
const NOTHING: Begun<unknown> = {
  words: undefined,
  atUtc: undefined,
  age: 0,
  keep: nothing,
  drop: nothing,
  afresh: nothing,
};

/** Lays aside what stands there whenever it has changed from what it was begun with. */
export function useLaidAside<T>(begun: Begun<T>, words: T, changed: boolean): void {
  const keep = useRef(begun.keep);
  useEffect(() => {
    keep.current = begun.keep;
  });
  useEffect(() => {
    if (changed) keep.current(words);
  }, [words, changed]);
}
