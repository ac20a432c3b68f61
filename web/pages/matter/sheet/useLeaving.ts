import { useState } from 'react';
import type { RefObject } from 'react';
import { flushSync } from 'react-dom';
import { useNavigate } from 'react-router';
import type { Message, SendMessage } from '../../../../contract/messages.ts';
import { useDiscardMutation, useSendMessageMutation } from '../../../api/messages.ts';
import { problemCode } from '../../../words/wording.ts';
import type { DraftKeeper } from './draftKeeper.ts';

/** The notes that a refusal to send hands over. */
const notesOf = (error: unknown): Message['notes'] | undefined =>
  problemCode(error) === 'notesStop'
    ? (error as { readonly data: { readonly notes?: Message['notes'] } }).data.notes
    : undefined;

interface Leaving {
  readonly go: (order?: SendMessage) => Promise<void>;
  readonly putAway: () => Promise<void>;
  readonly throwAway: () => Promise<void>;
  /** It was asked to send, and something stops it. */
  readonly asked: boolean;
  readonly setAsked: (asked: boolean) => void;
  readonly sending: { readonly isLoading: boolean; readonly error?: unknown };
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
  const [asked, setAsked] = useState(false);
  const [send, sending] = useSendMessageMutation();
  const [discard] = useDiscardMutation();
  const discarded = async (): Promise<void> => {
    await discard(id)
      .unwrap()
      .catch(() => null);
  };
  const go = async (order: SendMessage = {}): Promise<void> => {
    if (sending.isLoading || !(await keeper.flush())) return;
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
    if (sent) await navigate(`/matters/${matterId}`);
    else page.current?.parentElement?.querySelector<HTMLElement>('[data-note-card] button')?.focus();
  };
  const putAway = async (): Promise<void> => {
    await (touched.current ? keeper.flush() : discarded());
    await navigate(`/matters/${matterId}`);
  };
  const throwAway = async (): Promise<void> => {
    await keeper.flush();
    await discarded();
    await navigate(`/matters/${matterId}`, { state: { discarded: id } });
  };
  return { go, putAway, throwAway, asked, setAsked, sending };
}
