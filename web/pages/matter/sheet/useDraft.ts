import { useEffect, useState, useSyncExternalStore } from 'react';
import type { ChangeMessage, Message } from '../../../../contract/messages.ts';
import { problemCode } from '../../../words/en/wording.ts';
import { useChangeMessageMutation, useLazyMessageQuery } from '../../../api/messages.ts';
import { dropUnsaved, keepUnsaved } from '../../../state/unsaved.ts';
import { DraftKeeper } from './draftKeeper.ts';
import type { DraftState } from './draftKeeper.ts';

/** A draft's keeper and what it shows. What is not kept when the sheet goes is kept on the way out. */
export function useDraft(
  initial: Message,
  personId: string,
  begun: ChangeMessage | undefined,
): { readonly keeper: DraftKeeper; readonly draft: DraftState } {
  const [change] = useChangeMessageMutation();
  const [read] = useLazyMessageQuery();
  const { id } = initial;
  const [keeper] = useState(
    () =>
      new DraftKeeper(
        {
          change: (part) => change({ id, change: part }).unwrap(),
          read: () => read(id).unwrap(),
          isConflict: (error) => problemCode(error) === 'draftChanged',
        },
        initial,
        {
          keep: (words) => void keepUnsaved(personId, `message:${id}`, words),
          drop: () => void dropUnsaved(personId, `message:${id}`),
        },
        begun,
      ),
  );
  const draft = useSyncExternalStore(keeper.subscribe, keeper.state);

  useEffect(() => {
    // A window that closes has no time for a round trip of ours, but the browser keeps such a request going.
    const atOnce = (): void => {
      keeper.setAside();
      const words = keeper.unkept();
      if (words)
        void fetch(`/api/v1/messages/${id}`, {
          method: 'PATCH',
          keepalive: true,
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(words),
        });
    };
    // What lay aside from before is handed over first of all.
    void keeper.flush();
    window.addEventListener('pagehide', atOnce);
    return () => {
      window.removeEventListener('pagehide', atOnce);
      void keeper.flush();
    };
  }, [id, keeper]);

  return { keeper, draft };
}
