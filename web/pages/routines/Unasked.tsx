import type { RoutineView } from '../../../contract/routines.ts';
import { useChangeRoutineMutation } from '../../api/routines.ts';
import { CheckField } from '../../ui/Field.tsx';
import { say } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import classes from './RoutinePage.module.css';

interface UnaskedProps {
  readonly routine: RoutineView;
  readonly mayChange: boolean;
  readonly onChanged: (routine: RoutineView) => void;
}

const USUAL_PER_DAY = 10;

/** Whether the practice lets it run by itself, and how often a day at most. */
export function Unasked({ routine, mayChange, onChanged }: UnaskedProps) {
  const [change, { error }] = useChangeRoutineMutation();
  const { id, version, unaskedPerDay } = routine;
  if (!mayChange && unaskedPerDay === null) return null;
  const put = (perDay: number | null): void => {
    void change({ id, change: { version, unaskedPerDay: perDay } })
      .unwrap()
      .then(onChanged, () => undefined);
  };
  return (
    <fieldset className={classes.fields} disabled={!mayChange}>
      <CheckField
        label={say.runsByItself}
        checked={unaskedPerDay !== null}
        onChange={(on) => {
          put(on ? USUAL_PER_DAY : null);
        }}
      />
      {unaskedPerDay === null ? null : (
        <div className={classes.sentence}>
          <span>{say.mostADay}</span>
          <NumberField label={say.mostADay} least={1} value={unaskedPerDay} onChange={put} />
        </div>
      )}
      <small>{say.byItselfMeans}</small>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </fieldset>
  );
}
