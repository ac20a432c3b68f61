import { useState } from 'react';
import type { PlainDate } from '../../../core/model/plainDate.ts';
import { useMakeFollowUpMutation, useSettleFollowUpMutation } from '../../api/followUps.ts';
import { problemWords } from '../../words/en/wording.ts';

interface FollowUp {
  readonly id: string;
  readonly what: string;
  readonly matterId: string;
  readonly personId: string;
}

export interface Settling {
  readonly settle: (followUp: FollowUp) => void;
  /** The one that was settled last; undefined before, and once it was taken back. */
  readonly last: FollowUp | undefined;
  readonly undo: () => void;
  /** Makes the next one like it, due on a day; undefined once that is done. */
  readonly remindOn: ((day: PlainDate) => void) | undefined;
  /** The day of the next one, once it is made. */
  readonly next: PlainDate | undefined;
  readonly busy: boolean;
  readonly problem: string | undefined;
}

/** Settles follow-ups; the last can be taken back. Nothing counts as done before the server has it. */
export function useSettling(): Settling {
  const [send, { isLoading, error }] = useSettleFollowUpMutation();
  const [make, making] = useMakeFollowUpMutation();
  const [last, setLast] = useState<FollowUp>();
  const [next, setNext] = useState<PlainDate>();
  const problem = error ?? making.error;
  const put = ({ id, matterId }: FollowUp, done: boolean, following: FollowUp | undefined): void => {
    void send({ id, matterId, done })
      .unwrap()
      .then(
        () => {
          setLast(following);
          setNext(undefined);
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
    remindOn:
      last && next === undefined
        ? (day) => {
            const { what, matterId, personId } = last;
            void make({ matterId, followUp: { what, dueOn: day, personId } })
              .unwrap()
              .then(
                () => {
                  setNext(day);
                },
                () => undefined,
              );
          }
        : undefined,
    next,
    busy: isLoading || making.isLoading,
    problem: problem === undefined ? undefined : problemWords(problem),
  };
}
