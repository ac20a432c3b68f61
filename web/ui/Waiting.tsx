import { Progress } from '@mantine/core';
import classes from './Waiting.module.css';

interface WaitingProps {
  /** What is going on, for screen readers. */
  readonly label: string;
  /** How much of it is done, 0–1; undefined where nobody knows. */
  readonly share?: number | undefined;
}

/** How far something has come. */
export function Waiting({ label, share }: WaitingProps) {
  const known = share !== undefined;
  return (
    <Progress.Root size="sm" className={classes.bar ?? ''}>
      <Progress.Section
        value={known ? Math.round(share * 100) : 100}
        color="verdigris"
        striped={!known}
        animated={!known}
        aria-label={label}
      />
    </Progress.Root>
  );
}
