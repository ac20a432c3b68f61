import { say } from '../../words/en/whose.ts';
import classes from './WhoseChoice.module.css';

export type Whose = 'mine' | 'all';

interface WhoseChoiceProps {
  readonly value: Whose;
  readonly onChange: (whose: Whose) => void;
}

/** One's own, or everybody's. */
export const WhoseChoice = ({ value, onChange }: WhoseChoiceProps) => (
  <div className={classes.whose} role="group" aria-label={say.whose}>
    {(['mine', 'all'] as const).map((one) => (
      <button
        key={one}
        type="button"
        aria-pressed={value === one}
        onClick={() => {
          onChange(one);
        }}
      >
        {one === 'mine' ? say.mine : say.everyones}
      </button>
    ))}
  </div>
);
