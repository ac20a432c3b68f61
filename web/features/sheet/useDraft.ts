import { useCallback, useEffect, useRef, useState } from 'react';
import type { ChangeMessage, Message } from '../../../contract/messages.ts';
import { problemCode, problemWords } from '../../app/wording.ts';
import { useChangeMessageMutation, useLazyMessageQuery } from './api.ts';

/** Typing rests this long before it is kept: a crash loses no more than the last words. */
const REST_MS = 450;
/** After a failure to reach the server, until it is tried again by itself. */
const RETRY_MS = 3_000;

export type Keeping = 'kept' | 'keeping' | 'unkept';

export interface Draft {
  /** The draft as the server last knew it. */
  readonly message: Message;
  readonly keeping: Keeping;
  /** Why the last words are not kept yet, where they are not. */
  readonly problem: string | undefined;
  /** Somebody else changed the draft; nothing is overwritten until a person says whose words stand. */
  readonly conflict: boolean;
  readonly change: (part: ChangeMessage) => void;
  /** Keeps what is not kept yet; gives false where it could not. */
  readonly flush: () => Promise<boolean>;
  readonly keepMine: () => Promise<void>;
}

/**
 * Keeps a draft as it is written, one change after another, each on the revision before it. `onRenewed` is told when
 * the server has changed the words itself: greetings that follow new recipients.
 */
export function useDraft(initial: Message, onRenewed: (message: Message) => void): Draft {
  const [message, setMessage] = useState(initial);
  const [keeping, setKeeping] = useState<Keeping>('kept');
  const [problem, setProblem] = useState<string>();
  const [conflict, setConflict] = useState(false);
  const [send] = useChangeMessageMutation();
  const [load] = useLazyMessageQuery();

  const revision = useRef(initial.revision);
  const pending = useRef<ChangeMessage>({});
  const under = useRef<Promise<boolean>>(undefined);
  const timer = useRef<number>(undefined);
  const renewed = useRef(onRenewed);
  useEffect(() => {
    renewed.current = onRenewed;
  });

  const keep = useCallback(async (): Promise<boolean> => {
    const change = pending.current;
    if (Object.keys(change).length === 0) return true;
    pending.current = {};
    setKeeping('keeping');
    try {
      const kept = await send({ id: initial.id, change: { ...change, revision: revision.current } }).unwrap();
      revision.current = kept.revision;
      setMessage(kept);
      setProblem(undefined);
      const more = Object.keys(pending.current).length > 0;
      setKeeping(more ? 'keeping' : 'kept');
      if (change.to && pending.current.body === undefined) renewed.current(kept);
      return true;
    } catch (error) {
      pending.current = { ...change, ...pending.current };
      setKeeping('unkept');
      setProblem(problemWords(error));
      if (problemCode(error) === 'draftChanged') setConflict(true);
      else timer.current = window.setTimeout(() => void flushRef.current(), RETRY_MS);
      return false;
    }
  }, [initial.id, send]);

  const flush = useCallback(async (): Promise<boolean> => {
    window.clearTimeout(timer.current);
    const before = under.current ?? Promise.resolve(true);
    const next = before.then(keep);
    under.current = next;
    return next;
  }, [keep]);
  const flushRef = useRef(flush);
  useEffect(() => {
    flushRef.current = flush;
  });

  const change = useCallback((part: ChangeMessage): void => {
    pending.current = { ...pending.current, ...part };
    setKeeping('keeping');
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => void flushRef.current(), REST_MS);
  }, []);

  const keepMine = useCallback(async (): Promise<void> => {
    const theirs = await load(initial.id).unwrap();
    revision.current = theirs.revision;
    setConflict(false);
    await flush();
  }, [flush, initial.id, load]);

  useEffect(() => {
    // A window that closes has no time for a round trip of ours, but the browser keeps such a request going.
    const atOnce = (): void => {
      if (Object.keys(pending.current).length === 0) return;
      const body = JSON.stringify({ ...pending.current, revision: revision.current });
      void fetch(`/api/v1/messages/${initial.id}`, {
        method: 'PATCH',
        keepalive: true,
        headers: { 'Content-Type': 'application/json' },
        body,
      });
    };
    window.addEventListener('pagehide', atOnce);
    return () => {
      window.removeEventListener('pagehide', atOnce);
      void flushRef.current();
    };
  }, [initial.id]);

  return { message, keeping, problem, conflict, change, flush, keepMine };
}
