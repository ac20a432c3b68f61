import type { RefObject } from 'react';
import { useCallback, useRef, useState } from 'react';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { problemWords } from '../../../words/en/wording.ts';
import {
  useEncloseFilesMutation,
  useEncloseMadeMutation,
  usePutInTemplateMutation,
} from '../../../api/messages.ts';
import type { Settle } from './unfinished.ts';
import type { DraftKeeper } from './draftKeeper.ts';
import { useTakesDropped } from '../dropped.ts';

interface Enclosing {
  readonly busy: boolean;
  /** How much of the files has been handed over, from 0 to 1; undefined while something is made. */
  readonly share: number | undefined;
  readonly problem: string | undefined;
  readonly settle: Settle;
  readonly files: (files: readonly File[]) => void;
  readonly made: (order: EncloseOrder) => void;
  /** A template's words, once what it asks and encloses is on the sheet; undefined where it could not be. */
  readonly wordingOf: (templateId: string) => Promise<readonly object[] | undefined>;
}

/**
 * Enclosing what the server has to read or make. What is typed is kept first, and one order waits for another, so that
 * none of them meets a draft that has moved on.
 */
export function useEnclosing(
  { id, channel }: Pick<Message, 'id' | 'channel'>,
  keeper: DraftKeeper,
  onEnclosures: (enclosures: Message['enclosures']) => void,
  touchedRef: RefObject<boolean>,
): Enclosing {
  const [sendFiles] = useEncloseFilesMutation();
  const [order] = useEncloseMadeMutation();
  const [putIn] = usePutInTemplateMutation();
  const { after, setShare, ...orders } = useOrders(keeper, onEnclosures, touchedRef);
  const wordingOf = useCallback(
    async (templateId: string) => {
      let words: readonly object[] | undefined;
      await after(async () => {
        const { message, content } = await putIn({ id, templateId }).unwrap();
        words = content;
        return message;
      });
      return words;
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what it calls only keeps count; a sheet has one message
    [id],
  );
  const take = (files: readonly File[]): void => {
    if (files.length > 0) void after(() => sendFiles({ id, files, onProgress: setShare }).unwrap());
  };
  // A text message is its words alone.
  useTakesDropped('sheet', take, channel !== 'text');
  return {
    ...orders,
    files: take,
    made: (what) => {
      void after(() => order({ id, order: what }).unwrap());
    },
    wordingOf,
  };
}

/** One order after another; each says what went wrong with it, and can be waited for. */
function useOrders(
  keeper: DraftKeeper,
  onEnclosures: (enclosures: Message['enclosures']) => void,
  touchedRef: RefObject<boolean>,
) {
  const [waiting, setWaiting] = useState(0);
  const [share, setShare] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const last = useRef(Promise.resolve());
  const underway = useRef(0);
  const failed = useRef<string>(undefined);
  const after = (work: () => Promise<Message>): Promise<void> => {
    touchedRef.current = true;
    failed.current = undefined;
    underway.current += 1;
    setWaiting((n) => n + 1);
    setProblem(undefined);
    last.current = last.current.then(async () => {
      try {
        await keeper.flush();
        const message = await work();
        keeper.adopt(message);
        onEnclosures(message.enclosures);
      } catch (error) {
        failed.current = problemWords(error);
        setProblem(failed.current);
      } finally {
        underway.current -= 1;
        setShare(undefined);
        setWaiting((n) => n - 1);
      }
    });
    return last.current;
  };
  /** Waits for what is on its way; what did not arrive is no reason to go without it. */
  const settle = async (): Promise<string | undefined> => {
    if (underway.current === 0) return undefined;
    await last.current;
    return failed.current;
  };
  return { after, setShare, settle, share, problem, busy: waiting > 0 };
}
