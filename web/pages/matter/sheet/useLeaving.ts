import { useState } from 'react';
import type { RefObject } from 'react';
import { useNavigate } from 'react-router';
import type { Message, SendMessage } from '../../../../contract/messages.ts';
import { useDiscardMutation, useSendMessageMutation } from '../../../api/messages.ts';
import type { DraftKeeper } from './draftKeeper.ts';

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
      .catch(() => undefined);
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
