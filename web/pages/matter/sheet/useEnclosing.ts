import { useCallback, useRef, useState } from 'react';
import type { EncloseOrder, Message } from '../../../../contract/messages.ts';
import { problemWords } from '../../../words/wording.ts';
import {
  useEncloseFilesMutation,
  useEncloseMadeMutation,
  usePutInTemplateMutation,
} from '../../../api/messages.ts';
import type { DraftKeeper } from './draftKeeper.ts';

interface Enclosing {
  readonly busy: boolean;
  /** How much of the files has been handed over, from 0 to 1; undefined while something is made. */
  readonly share: number | undefined;
  readonly problem: string | undefined;
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
  id: string,
  keeper: DraftKeeper,
  onEnclosures: (enclosures: Message['enclosures']) => void,
): Enclosing {
  const [sendFiles] = useEncloseFilesMutation();
  const [order] = useEncloseMadeMutation();
  const [putIn] = usePutInTemplateMutation();
  const [waiting, setWaiting] = useState(0);
  const [share, setShare] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const last = useRef(Promise.resolve());
  const after = (work: () => Promise<Message>): Promise<void> => {
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
    return last.current;
  };
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
  return {
    busy: waiting > 0,
    share,
    problem,
    files: (files) => {
      if (files.length > 0) void after(() => sendFiles({ id, files, onProgress: setShare }).unwrap());
    },
    made: (what) => {
      void after(() => order({ id, order: what }).unwrap());
    },
    wordingOf,
  };
}
