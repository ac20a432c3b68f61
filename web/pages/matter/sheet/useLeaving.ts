import { useRef, useState } from 'react';
import type { RefObject } from 'react';
import { flushSync } from 'react-dom';
import { useNavigate } from 'react-router';
import type { Message, SendMessage } from '../../../../contract/messages.ts';
import { useDiscardMutation, useSendMessageMutation } from '../../../api/messages.ts';
import { problemCode } from '../../../words/en/wording.ts';
import type { DraftKeeper } from './draftKeeper.ts';
import { Unfinished } from './unfinished.ts';
import { useOpenEntry } from '../../../parts/start/openEntry.ts';

/** The notes that a refusal to send hands over. */
const notesOf = (error: unknown): Message['notes'] | undefined =>
  problemCode(error) === 'notesStop'
    ? (error as { readonly data: { readonly notes?: Message['notes'] } }).data.notes
    : undefined;

interface Leaving {
  /** What the sheet's parts have settled before it is left. */
  readonly begun: Unfinished;
  readonly go: (order?: SendMessage) => Promise<void>;
  readonly putAway: () => Promise<void>;
  readonly throwAway: () => Promise<void>;
  /** It was asked to send, and something stops it. */
  readonly asked: boolean;
  readonly setAsked: (asked: boolean) => void;
  /** What is begun on the sheet and stops what was asked for. */
  readonly unfinished: readonly string[];
  readonly sending: { readonly isLoading: boolean; readonly error?: unknown };
}

/**
 * One sending at a time. What is pressed while one is under way is neither dropped nor sent besides: once that one is refused, the latest
 * press has its turn, since something may have been settled in between; once it went, nothing has.
 */
function useTurns(): (send: () => Promise<boolean>) => Promise<void> {
  const under = useRef<Promise<boolean>>(Promise.resolve(false));
  const latest = useRef(0);
  return async (send) => {
    const mine = (latest.current += 1);
    if ((await under.current) || mine !== latest.current) return;
    const sent = send();
    under.current = sent.catch(() => false);
    await sent;
  };
}

/** The ways off a sheet: sent, put away to go on later, discarded. What is typed is kept before any of them. */
export function useLeaving(
  { id, matterId }: Pick<Message, 'id' | 'matterId'>,
  keeper: DraftKeeper,
  touched: RefObject<boolean>,
  page: RefObject<HTMLElement | null>,
  acknowledged: ReadonlySet<string>,
): Leaving {
  const navigate = useNavigate();
  const beside = useOpenEntry();
  const [asked, setAsked] = useState(false);
  const [send, sending] = useSendMessageMutation();
  const [discard] = useDiscardMutation();
  const discarded = async (): Promise<void> => {
    await discard(id)
      .unwrap()
      .catch(() => null);
  };
  const [begun] = useState(() => new Unfinished());
  const [unfinished, setUnfinished] = useState<readonly string[]>([]);
  /** Everything that was begun is taken, and kept; false where something stops it, which is said then. */
  const settled = async (): Promise<boolean> => {
    const problems = await begun.settle();
    setUnfinished(problems);
    return problems.length === 0;
  };
  /** Gives whether it went. */
  const sendNow = async (order: SendMessage): Promise<boolean> => {
    if (!(await settled()) || !(await keeper.flush())) return false;
    setAsked(true);
    const sent = await send({ id, order: { ...order, acknowledged: [...acknowledged] } })
      .unwrap()
      .catch((error: unknown) => {
        // The record may have changed in another window since the notes here were made.
        const notes = notesOf(error);
        if (notes)
          flushSync(() => {
            keeper.note(notes);
          });
        return undefined;
      });
    if (sent) await navigate(`/matters/${matterId}${beside}`);
    else page.current?.parentElement?.querySelector<HTMLElement>('[data-note-card] button')?.focus();
    return sent !== undefined;
  };
  const turns = useTurns();
  const go = (order: SendMessage = {}): Promise<void> => turns(() => sendNow(order));
  const putAway = async (): Promise<void> => {
    if (!(await settled())) return;
    // Words that another window overtook, or that could not be kept, are still here alone.
    if (touched.current && !(await keeper.flush())) return;
    if (!touched.current) await discarded();
    await navigate(`/matters/${matterId}${beside}`);
  };
  const throwAway = async (): Promise<void> => {
    await keeper.flush();
    await discarded();
    await navigate(`/matters/${matterId}${beside}`, { state: { discarded: id } });
  };
  return { begun, go, putAway, throwAway, asked, setAsked, unfinished, sending };
}
