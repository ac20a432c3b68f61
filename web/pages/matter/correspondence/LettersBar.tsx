import { Link } from 'react-router';
import type { EntrySummary } from '../../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { Button } from '../../../ui/Button.tsx';
import { Tip } from '../../../ui/Tip.tsx';
import { say } from '../../../words/en/matter-correspondence.ts';
import classes from './Correspondence.module.css';

export type Direction = EntrySummary['direction'] | 'all';

interface LettersBarProps {
  readonly matter: MatterDetail;
  readonly direction: Direction;
  readonly noting: boolean;
  readonly mayChange: boolean;
  readonly onDirection: (direction: Direction) => void;
  readonly onNoting: () => void;
}

const DIRECTIONS = [
  ['all', say.all],
  ['out', say.sent],
  ['in', say.received],
  ['note', say.notes],
] as const;

/** Which of a matter's letters are shown, and what can be added to them. */
export function LettersBar({ matter, direction, noting, mayChange, onDirection, onNoting }: LettersBarProps) {
  return (
    <div className={classes.bar} role="group" aria-label={say.whichMessages}>
      {DIRECTIONS.map(([value, label]) =>
        value === 'note' && matter.counts.note === 0 ? null : (
          <button
            key={value}
            type="button"
            aria-pressed={direction === value}
            onClick={() => {
              onDirection(value);
            }}
          >
            {label} {matter.counts[value]}
          </button>
        ),
      )}
      {mayChange ? (
        <Button className={classes.noting} aria-pressed={noting} onClick={onNoting}>
          {say.addANote}
        </Button>
      ) : null}
      <Tip label={say.wordsPeopleDaysAndKinds}>
        <Link className={classes.finding} to={`/correspondence?matterId=${matter.id}`}>
          {say.find}
        </Link>
      </Tip>
    </div>
  );
}
