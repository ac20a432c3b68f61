import { Button } from './Button.tsx';
import { say } from '../words/en/ui.ts';
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
      {say.someoneElseChangedThisMeanwhile}
      {onMine ? <Button onClick={onMine}>{say.useMine}</Button> : null}
      <Button onClick={onRenew}>{say.showWhatItSaysNow}</Button>
    </p>
  );
}
