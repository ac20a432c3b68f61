import { Button } from './Button.tsx';
import classes from './Overtaken.module.css';

interface OvertakenProps {
  /** Says that it is there to be looked at, and what becomes of one's own words. */
  readonly onRenew: () => void;
  /** Lets one's own words stand on top of the others, once they are saved; absent where that is not possible. */
  readonly onMine?: () => void;
}

/** Someone else changed what is open here: said, with both ways on, and nothing taken from under one's hands. */
export function Overtaken({ onRenew, onMine }: OvertakenProps) {
  return (
    <p className={classes.overtaken} role="alert">
      Someone else changed this meanwhile. What you typed is still here.{' '}
      {onMine ? <Button onClick={onMine}>Use mine</Button> : null}
      <Button onClick={onRenew}>Show what it says now</Button>
    </p>
  );
}
