import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { IncomingSummary } from '../../../contract/inTray.ts';
import { plural, problemWords } from '../../app/wording.ts';
import {
  useFileIncomingMutation,
  useFileManyMutation,
  usePutAsideMutation,
  usePutBackMutation,
} from './inTrayApi.ts';

interface Done {
  readonly words: string;
  /** What undoing it puts back. */
  readonly ids: readonly string[];
}

/** What can be done with messages in the in-tray, each with its undo. */
export function useTray() {
  const [file] = useFileIncomingMutation();
  const [fileAll] = useFileManyMutation();
  const [aside] = usePutAsideMutation();
  const [back] = usePutBackMutation();
  const [done, setDone] = useState<Done>();
  const [problem, setProblem] = useState<string>();
  const navigate = useNavigate();

  const run = async (work: () => Promise<Done | undefined>): Promise<void> => {
    setProblem(undefined);
    try {
      setDone(await work());
    } catch (error) {
      setProblem(problemWords(error));
    }
  };
  const fileOn = (
    { id, from, subject }: IncomingSummary,
    matters: readonly { readonly id: string; readonly reference: string }[],
  ): Promise<void> =>
    run(async () => {
      await file({ id, matterIds: matters.map((matter) => matter.id) }).unwrap();
      const on = matters.map(({ reference }) => reference).join(' and ');
      return { words: `“${subject || from.name || from.address}” filed on ${on}`, ids: [id] };
    });
  return {
    done,
    problem,
    fileOn,
    fileEach: (items: readonly IncomingSummary[]): Promise<void> =>
      run(async () => {
        const orders = items.flatMap(({ id, suggestions: [first] }) =>
          first ? [{ id, matterId: first.matterId }] : [],
        );
        const { entries } = await fileAll({ items: orders }).unwrap();
        return { words: `${plural(entries.length, 'message')} filed`, ids: orders.map(({ id }) => id) };
      }),
    notOurs: ({ id, subject }: IncomingSummary): Promise<void> =>
      run(async () => {
        await aside(id).unwrap();
        return { words: `“${subject}” put aside`, ids: [id] };
      }),
    undo: (): Promise<void> =>
      run(async () => {
        for (const id of done?.ids ?? []) await back(id).unwrap();
        return undefined;
      }),
    /** Files it, and answers it from the shelf. */
    answer: (item: IncomingSummary, matterId: string): Promise<void> =>
      run(async () => {
        const { entries } = await file({ id: item.id, matterIds: [matterId] }).unwrap();
        const [entry] = entries;
        if (entry)
          await navigate(`/matters/${matterId}/start`, {
            state: { inReplyTo: entry.entryId, answer: 'sender', about: `in answer to “${item.subject}”` },
          });
        return undefined;
      }),
  };
}

export type Tray = ReturnType<typeof useTray>;
