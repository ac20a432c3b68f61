import { useCallback, useEffect, useRef, useState } from 'react';
import type { AddedDocuments } from '../../../../contract/documents.ts';
import { useAddDocumentsMutation } from '../../../api/documents.ts';
import { problemWords } from '../../../words/en/wording.ts';

/** A file on its way to the matter. */
export interface Going {
  readonly key: number;
  readonly file: File;
  readonly category: string;
  readonly versionOf: string | undefined;
  readonly state:
    | { readonly kind: 'waiting' }
    | { readonly kind: 'going'; readonly share: number }
    /** The line broke; it goes again by itself. */
    | { readonly kind: 'again'; readonly seconds: number }
    | { readonly kind: 'refused'; readonly why: string };
}

interface Where {
  readonly category?: string;
  readonly versionOf?: string;
}

const LONGEST_WAIT = 30;
const isLineFault = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'status' in error && error.status === 'FETCH_ERROR';

/** Waits, or until the line is back. */
const wait = (seconds: number): Promise<void> =>
  new Promise((resolve) => {
    const end = (): void => {
      clearTimeout(timer);
      window.removeEventListener('online', end);
      resolve();
    };
    const timer = setTimeout(end, seconds * 1_000);
    window.addEventListener('online', end);
  });

type Sent = { readonly data?: AddedDocuments | undefined; readonly error?: unknown };

/** Sends until it is there or refused; a broken line is waited for, each time longer. Undefined where it was refused. */
async function untilThere(
  once: (onProgress: (share: number) => void) => PromiseLike<Sent>,
  onState: (state: Going['state']) => void,
): Promise<AddedDocuments | undefined> {
  for (let tries = 0; ; tries += 1) {
    onState({ kind: 'going', share: 0 });
    const { data, error } = await once((share) => {
      onState({ kind: 'going', share });
    });
    if (data) return data;
    if (!isLineFault(error)) {
      onState({ kind: 'refused', why: problemWords(error) });
      return undefined;
    }
    const seconds = Math.min(2 ** tries, LONGEST_WAIT);
    onState({ kind: 'again', seconds });
    await wait(seconds);
  }
}

/**
 * Files that go to a matter, one after the other. One whose line broke goes again by itself until it is there; one that is
 * refused stays, with the reason, until it is tried again or left out.
 */
export function useAdding(matterId: string) {
  const [going, setGoing] = useState<readonly Going[]>([]);
  const [added, setAdded] = useState<readonly string[]>([]);
  const [send] = useAddDocumentsMutation();
  const count = useRef(0);
  const busy = useRef(false);
  const set = useCallback((key: number, state: Going['state']): void => {
    setGoing((all) => all.map((one) => (one.key === key ? { ...one, state } : one)));
  }, []);
  const drop = useCallback((key: number): void => {
    setGoing((all) => all.filter((one) => one.key !== key));
  }, []);

  const next = going.find(({ state }) => state.kind === 'waiting');
  useEffect(() => {
    if (!next || busy.current) return;
    busy.current = true;
    const { key, file, category, versionOf } = next;
    const onState = (state: Going['state']): void => {
      set(key, state);
    };
    const once = (onProgress: (share: number) => void) =>
      send({ matterId, files: [file], category, versionOf, onProgress });
    const goes = async (): Promise<void> => {
      const made = await untilThere(once, onState);
      if (!made) return;
      setAdded((ids) => [...ids, ...made.items.map(({ id }) => id)]);
      drop(key);
    };
    void goes().finally(() => {
      busy.current = false;
      // The next one is looked for anew.
      setGoing((all) => [...all]);
    });
  }, [next, going, matterId, send, set, drop]);

  const add = useCallback((files: readonly File[], { category = '', versionOf }: Where = {}): void => {
    setAdded([]);
    setGoing((all) => [
      ...all,
      ...files.map((file) => ({
        key: (count.current += 1),
        file,
        category,
        versionOf,
        state: { kind: 'waiting' as const },
      })),
    ]);
  }, []);
  return {
    matterId,
    going,
    /** The documents that came of it since files were last added. */
    added,
    add,
    again: (key: number): void => {
      set(key, { kind: 'waiting' });
    },
    leaveOut: drop,
  };
}
export type Adding = ReturnType<typeof useAdding>;
