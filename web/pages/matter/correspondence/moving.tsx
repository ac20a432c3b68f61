import { useState } from 'react';
import type { Moved } from '../../../../contract/correspondence.ts';
import { useMoveEntryMutation } from '../../../api/correspondence.ts';
import { Button } from '../../../ui/Button.tsx';
import { problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/matter-correspondence.ts';

interface Move {
  readonly id: string;
  readonly fromMatterId: string;
  readonly matterId: string;
}

export interface Moving {
  readonly move: (move: Move) => void;
  /** Where it went, and from where; undefined before, and once it is back. */
  readonly moved: (Moved & { readonly fromMatterId: string }) | undefined;
  readonly back: () => void;
  readonly busy: boolean;
  readonly problem: string | undefined;
}

/** Moves an entry, and moves it back: what was filed stays, so both ways leave their trace. */
export function useMoving(): Moving {
  const [send, { isLoading, error }] = useMoveEntryMutation();
  const [moved, setMoved] = useState<Moving['moved']>();
  const go = (move: Move, isBack: boolean): void => {
    void send(move)
      .unwrap()
      .then(
        (to) => {
          setMoved(isBack ? undefined : { ...to, fromMatterId: move.fromMatterId });
        },
        () => undefined,
      );
  };
  return {
    move: (move) => {
      go(move, false);
    },
    moved,
    back: () => {
      if (moved) go({ id: moved.entryId, fromMatterId: moved.matterId, matterId: moved.fromMatterId }, true);
    },
    busy: isLoading,
    problem: error === undefined ? undefined : problemWords(error),
  };
}

/** What is so since an entry was moved here, with the way back. */
export function MovedWords({ moving }: { readonly moving: Moving }) {
  const { moved, back, busy, problem } = moving;
  return (
    <>
      {moved ? (
        <p role="status">
          {say.itIsOnNow(moved.reference)}
          <Button disabled={busy} onClick={back}>
            {say.moveItBack}
          </Button>
        </p>
      ) : null}
      {problem === undefined ? null : <p role="alert">{problem}</p>}
    </>
  );
}
