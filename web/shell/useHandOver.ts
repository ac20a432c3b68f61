import { useEffect } from 'react';
import { useSelector } from 'react-redux';
import type { ChangeMessage } from '../../contract/messages.ts';
import { useChangeMessageMutation } from '../api/messages.ts';
import { selectConnection } from '../state/connection.ts';
import { dropUnsaved, unsavedOf } from '../state/unsaved.ts';

const MESSAGE = 'message:';

/**
 * Words that lay aside while the server was away are handed over once it answers, also those of windows that were closed. What is open is
 * its sheet's to hand over; what somebody else changed meanwhile waits until its sheet is opened, which then asks.
 */
export function useHandOver(personId: string): void {
  const { line, session } = useSelector(selectConnection);
  const [change] = useChangeMessageMutation();
  useEffect(() => {
    if (line === 'down' || session === 'over') return;
    const handOver = async (): Promise<void> => {
      for (const { of, words } of await unsavedOf(personId)) {
        const id = of.startsWith(MESSAGE) ? of.slice(MESSAGE.length) : undefined;
        if (id === undefined || window.location.pathname.endsWith(`/sheet/${id}`)) continue;
        const isDone = await change({ id, change: words as ChangeMessage })
          .unwrap()
          .then(
            () => true,
            () => false,
          );
        if (isDone) await dropUnsaved(personId, of);
      }
    };
    void handOver();
  }, [personId, line, session, change]);
}
