import { Button } from '../../ui/Button.tsx';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Workshop.module.css';

interface KeepingProps {
  /** Why it is changed, as typed so far; undefined while there is nothing to give a reason for. */
  readonly why: string | undefined;
  readonly words: string;
  readonly disabled: boolean;
  readonly onWhy: (why: string) => void;
  readonly onKeep: () => void;
}

/** Keeping a wording, with the reason of the change beside it. */
export function Keeping({ why, words, disabled, onWhy, onKeep }: KeepingProps) {
  return (
    <span className={classes.keeping}>
      {why === undefined ? null : (
        <input
          value={why}
          aria-label={say.whyItIsChanged}
          placeholder={say.whyOptional}
          onChange={(event) => {
            onWhy(event.currentTarget.value);
          }}
        />
      )}
      <Button kind="go" hint="Ctrl S" disabled={disabled} onClick={onKeep}>
        {words}
      </Button>
    </span>
  );
}
