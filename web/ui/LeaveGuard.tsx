import { Modal } from '@mantine/core';
import { useEffect, useRef } from 'react';
import { useBlocker, useNavigate } from 'react-router';
import type { Blocker } from 'react-router';
import { Button } from './Button.tsx';
import { say } from '../words/en/ui.ts';
import classes from './LeaveGuard.module.css';

interface LeaveGuardProps {
  /** Something is typed that is kept nowhere yet. */
  readonly when: boolean;
  /** What would be lost: “this template”. */
  readonly what: string;
  /** Views whose addresses begin so go on with it: going to one of them asks nothing. */
  readonly within?: string;
}

/** Asks before a view is left that does not save itself, by whatever way: a link, Back, Escape, a closed window. */
export function LeaveGuard({ when, what, within }: LeaveGuardProps) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation: { pathname } }) =>
      when && currentLocation.pathname !== pathname && !(within !== undefined && pathname.startsWith(within)),
  );
  useEffect(() => {
    if (!when) return undefined;
    const ask = (event: BeforeUnloadEvent): void => {
      event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
    };
  }, [when]);
  useGoesOn(blocker, when);
  const stay = (): void => {
    blocker.reset?.();
  };
  return (
    <Modal opened={blocker.state === 'blocked'} onClose={stay} title={say.yourChangesAreNotSaved} size="sm">
      <p className={classes.words}>{say.ifYouLeaveNowWhat(what)}</p>
      <p className={classes.ways}>
        <Button kind="go" data-autofocus onClick={stay}>
          {say.stayHere}
        </Button>
        <Button onClick={() => blocker.proceed?.()}>{say.leaveWithoutSaving}</Button>
      </p>
    </Modal>
  );
}

/** A way that was asked about goes on by itself once what was typed is saved, also where saving draws the form anew. */
function useGoesOn(blocker: Blocker, when: boolean): void {
  const navigate = useNavigate();
  const latest = useRef(blocker);
  const go = useRef(navigate);
  useEffect(() => {
    latest.current = blocker;
    go.current = navigate;
  });
  useEffect(() => {
    if (blocker.state === 'blocked' && !when) blocker.proceed();
  }, [blocker, when]);
  useEffect(
    () => () => {
      if (latest.current.state === 'blocked') void go.current(latest.current.location);
    },
    [],
  );
}
