import { Modal } from '@mantine/core';
import { useEffect } from 'react';
import { useBlocker } from 'react-router';
import { Button } from './Button.tsx';
import classes from './LeaveGuard.module.css';

interface LeaveGuardProps {
  /** Something is typed that is kept nowhere yet. */
  readonly when: boolean;
  /** What would be lost: “this template”. */
  readonly what: string;
}

/** Asks before a view is left that does not save itself, by whatever way: a link, Back, Escape, a closed window. */
export function LeaveGuard({ when, what }: LeaveGuardProps) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => when && currentLocation.pathname !== nextLocation.pathname,
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
  const stay = (): void => {
    blocker.reset?.();
  };
  return (
    <Modal opened={blocker.state === 'blocked'} onClose={stay} title="Your changes are not saved" size="sm">
      <p className={classes.words}>If you leave now, what you changed in {what} is lost.</p>
      <p className={classes.ways}>
        <Button kind="go" data-autofocus onClick={stay}>
          Stay here
        </Button>
        <Button onClick={() => blocker.proceed?.()}>Leave without saving</Button>
      </p>
    </Modal>
  );
}
