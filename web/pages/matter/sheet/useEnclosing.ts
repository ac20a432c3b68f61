import { useRef, useState } from 'react';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { problemWords } from '../../../words/wording.ts';
import { useEncloseFilesMutation, useEncloseMadeMutation } from '../../../api/messages.ts';
import type { DraftKeeper } from './draftKeeper.ts';

interface Enclosing {
  readonly busy: boolean;
  /** How much of the files has been handed over, from 0 to 1; undefined while something is made. */
  readonly share: number | undefined;
  readonly problem: string | undefined;
  readonly files: (files: readonly File[]) => void;
  readonly made: (order: EncloseOrder) => void;
}

/**
 * Enclosing what the server has to read or make. What is typed is kept first, and one order waits for another, so that
 * none of them meets a draft that has moved on.
 */
export function useEnclosing(
  id: string,
  keeper: DraftKeeper,
  onEnclosures: (enclosures: Message['enclosures']) => void,
): Enclosing {
  const [sendFiles] = useEncloseFilesMutation();
  const [order] = useEncloseMadeMutation();
  const [waiting, setWaiting] = useState(0);
  const [share, setShare] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const last = useRef(Promise.resolve());
  const after = (work: () => Promise<Message>): void => {
    setWaiting((n) => n + 1);
    setProblem(undefined);
    last.current = last.current.then(async () => {
      try {
        await keeper.flush();
        const message = await work();
        keeper.adopt(message);
        onEnclosures(message.enclosures);
      } catch (error) {
        setProblem(problemWords(error));
      } finally {
        setShare(undefined);
        setWaiting((n) => n - 1);
      }
    });
  };
  return {
    busy: waiting > 0,
    share,
    problem,
    files: (files) => {
      if (files.length > 0) after(() => sendFiles({ id, files, onProgress: setShare }).unwrap());
    },
    made: (what) => {
      after(() => order({ id, order: what }).unwrap());
    },
  };
}
