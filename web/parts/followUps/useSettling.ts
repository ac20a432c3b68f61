import { useState } from 'react';
import { useSettleFollowUpMutation } from '../../api/followUps.ts';
import { problemWords } from '../../words/en/wording.ts';

interface FollowUp {
  readonly id: string;
  readonly what: string;
  readonly matterId: string;
}

export interface Settling {
  readonly settle: (followUp: FollowUp) => void;
  /** The one that was settled last; undefined before, and once it was taken back. */
  readonly last: FollowUp | undefined;
  readonly undo: () => void;
  readonly busy: boolean;
  readonly problem: string | undefined;
}

/** Settles follow-ups; the last can be taken back. Nothing counts as done before the server has it. */
export function useSettling(): Settling {
  const [send, { isLoading, error }] = useSettleFollowUpMutation();
  const [last, setLast] = useState<FollowUp>();
  const put = ({ id, matterId }: FollowUp, done: boolean, next: FollowUp | undefined): void => {
    void send({ id, matterId, done })
      .unwrap()
      .then(
        () => {
          setLast(next);
        },
        () => undefined,
      );
  };
  return {
    settle: (followUp) => {
      put(followUp, true, followUp);
    },
    last,
    undo: () => {
      if (last) put(last, false, undefined);
    },
    busy: isLoading,
    problem: error === undefined ? undefined : problemWords(error),
  };
}
