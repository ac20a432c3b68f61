import { Link } from 'react-router';
import type { EntrySummary } from '../../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../../contract/matters.ts';
import { Button } from '../../../ui/Button.tsx';
import { Tip } from '../../../ui/Tip.tsx';
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
  ['all', 'All'],
  ['out', 'Sent'],
  ['in', 'Received'],
  ['note', 'Notes'],
] as const;

/** Which of a matter's letters are shown, and what can be added to them. */
export function LettersBar({ matter, direction, noting, mayChange, onDirection, onNoting }: LettersBarProps) {
  return (
    <div className={classes.bar} role="group" aria-label="Which messages">
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
          Add a note…
        </Button>
      ) : null}
      <Tip label="Words, people, days and kinds on this matter">
        <Link className={classes.finding} to={`/correspondence?matterId=${matter.id}`}>
          Find
        </Link>
      </Tip>
    </div>
  );
}
