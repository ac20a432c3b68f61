import { useUndoRunMutation } from '../../api/routines.ts';
import type { RanRoutine } from '../../../contract/routines.ts';
import { Button } from '../../ui/Button.tsx';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { say, stepWords, whyWords } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Routines.module.css';

interface RanProps {
  readonly run: RanRoutine;
  readonly matterId: string;
}

/** What a routine did, or why it did nothing by itself, with the way back while there is one. */
export function Ran({ run, matterId }: RanProps) {
  const [undo, { isLoading, error }] = useUndoRunMutation();
  const { name, person, unasked, atUtc, did, hindered, undone, mayUndo } = run;
  return (
    <div className={classes.ran}>
      <b>{name}</b>{' '}
      <small>
        {listDay(dayOf(atUtc), today())} · {unasked ? say.byItselfShort : person}
        {undone ? ` · ${say.undone}` : ''}
      </small>
      {hindered ? (
        <p className={classes.hindered}>
          {say.didNothing} {hindered.map(whyWords).join(' ')}
        </p>
      ) : (
        <ul>
          {did.map((step, n) => (
            <li key={n}>{stepWords(step)}</li>
          ))}
        </ul>
      )}
      {mayUndo ? (
        <Button
          disabled={isLoading}
          aria-label={`${say.undo}: ${name}`}
          onClick={() => {
            void undo({ runId: run.id, matterId });
          }}
        >
          {say.undo}
        </Button>
      ) : null}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
