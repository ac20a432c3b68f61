import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Message } from '../../../../contract/messages.ts';
import { problemCode } from '../../../words/wording.ts';
import { useChangeMessageMutation, useLazyMessageQuery } from '../../../api/messages.ts';
import { DraftKeeper } from './draftKeeper.ts';
import type { DraftState } from './draftKeeper.ts';

/** A draft's keeper and what it shows. What is not kept when the sheet goes is kept on the way out. */
export function useDraft(initial: Message): { readonly keeper: DraftKeeper; readonly draft: DraftState } {
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
      ),
  );
  const draft = useSyncExternalStore(keeper.subscribe, keeper.state);

  useEffect(() => {
    // A window that closes has no time for a round trip of ours, but the browser keeps such a request going.
    const atOnce = (): void => {
      const words = keeper.unkept();
      if (words)
        void fetch(`/api/v1/messages/${id}`, {
          method: 'PATCH',
          keepalive: true,
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(words),
        });
    };
    window.addEventListener('pagehide', atOnce);
    return () => {
      window.removeEventListener('pagehide', atOnce);
      void keeper.flush();
    };
  }, [id, keeper]);

  return { keeper, draft };
}
