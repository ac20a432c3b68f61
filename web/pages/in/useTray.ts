import { useState } from 'react';
import { useNavigate } from 'react-router';
import { somebody } from '../../../contract/directory.ts';
import { GENERAL_FILE } from '../../../core/model/generalFile.ts';
import { useCreateContactMutation } from '../../api/contacts.ts';
import type { IncomingSummary } from '../../../contract/inTray.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import {
  useFileIncomingMutation,
  useFileManyMutation,
  useMakePartyMutation,
  usePutAsideMutation,
  usePutBackMutation,
} from '../../api/inTray.ts';
import { useChangeMatterMutation } from '../../api/matters.ts';
import { say } from '../../words/en/in.ts';

interface Done {
  readonly words: string;
  /** Takes it back. */
  readonly undo: () => Promise<unknown>;
}

/** Does one thing after another, and holds what was done last, with its undo, or why it was not. */
function useDoing() {
  const [done, setDone] = useState<Done>();
  const [problem, setProblem] = useState<string>();
  const run = async (work: () => Promise<Done | undefined>): Promise<void> => {
    setProblem(undefined);
    try {
      setDone(await work());
    } catch (error) {
      setProblem(problemWords(error));
    }
  };
  return { done, problem, run };
}

/** What a message is called: its subject, or, without one, whom it is from. */
export const calledBy = ({ subject, from, channel }: IncomingSummary): string =>
  subject === ''
    ? say.theFrom(channel === 'text' ? say.textMessageNoun : 'message', from.name || from.address)
    : `“${subject}”`;

/** Each on the matter it likeliest belongs to. */
const ordersOf = (items: readonly IncomingSummary[]) =>
  items.flatMap(({ id, suggestions: [first] }) => (first ? [{ id, matterId: first.matterId }] : []));

/** Files messages to whoever wrote them, without a matter; one who is not in the directory is put into it. */
function useFilingToPerson(
  run: ReturnType<typeof useDoing>['run'],
  putBack: (ids: readonly string[]) => Promise<void>,
): (item: IncomingSummary, known: string | undefined) => Promise<void> {
  const [file] = useFileIncomingMutation();
  const [addContact] = useCreateContactMutation();
  return (item, known) =>
    run(async () => {
      const { name, address } = item.from;
      if (known === undefined) await addContact(somebody(name, address)).unwrap();
      await file({ id: item.id, matterIds: [GENERAL_FILE] }).unwrap();
      const to = known ?? (name || address);
      return {
        words: known === undefined ? say.filedAndAdded(calledBy(item), to) : say.filedTo(calledBy(item), to),
        undo: () => putBack([item.id]),
      };
    });
}

/** What can be done with messages in the in-tray, each with its undo. */
export function useTray() {
  const [file] = useFileIncomingMutation();
  const [fileAll] = useFileManyMutation();
  const [aside] = usePutAsideMutation();
  const [back] = usePutBackMutation();
  const [make] = useMakePartyMutation();
  const [unmake] = useChangeMatterMutation();
  const { done, problem, run } = useDoing();
  const navigate = useNavigate();

  const putBack = async (ids: readonly string[]): Promise<void> => {
    for (const id of ids) await back(id).unwrap();
  };
  const fileOn = (
    item: IncomingSummary,
    matters: readonly { readonly id: string; readonly reference: string }[],
  ): Promise<void> =>
    run(async () => {
      await file({ id: item.id, matterIds: matters.map((matter) => matter.id) }).unwrap();
      const on = matters.map(({ reference }) => reference).join(' and ');
      return { words: say.filedOn(calledBy(item), on), undo: () => putBack([item.id]) };
    });
  return {
    done,
    problem,
    fileOn,
    fileToPerson: useFilingToPerson(run, putBack),
    fileEach: (items: readonly IncomingSummary[]): Promise<void> =>
      run(async () => {
        const orders = ordersOf(items);
        const { entries } = await fileAll({ items: orders }).unwrap();
        const ids = orders.map(({ id }) => id);
        return { words: `${plural(entries.length, say.message)} filed`, undo: () => putBack(ids) };
      }),
    notOurs: (item: IncomingSummary): Promise<void> =>
      run(async () => {
        await aside(item.id).unwrap();
        return { words: say.putAside(calledBy(item)), undo: () => putBack([item.id]) };
      }),
    undo: (): Promise<void> => run(() => (done ? done.undo() : Promise.resolve()).then(() => undefined)),
    /** Puts whoever wrote it on a matter. */
    makeParty: ({ id }: IncomingSummary, matterId: string, role: string): Promise<void> =>
      run(async () => {
        const made = await make({ id, order: { matterId, role } }).unwrap();
        return {
          words: say.isOn(made.name, made.role, made.reference),
          undo: () => unmake({ id: matterId, change: made.undo }).unwrap(),
        };
      }),
    /** Files it, and answers it from the shelf. */
    answer: (item: IncomingSummary, matterId: string): Promise<void> =>
      run(async () => {
        const { entries } = await file({ id: item.id, matterIds: [matterId] }).unwrap();
        const [entry] = entries;
        if (entry)
          await navigate(`/matters/${matterId}/start`, {
            state: { inReplyTo: entry.entryId, answer: 'sender', about: say.inAnswerTo(calledBy(item)) },
          });
        return undefined;
      }),
  };
}

export type Tray = ReturnType<typeof useTray>;
