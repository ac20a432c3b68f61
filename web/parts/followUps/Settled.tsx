import { addWorkingDays } from '../../../core/dates/workingDays.ts';
import { Button } from '../../ui/Button.tsx';
import { listDay, today } from '../../words/dates.ts';
import { say } from '../../words/en/parts-followUps.ts';
import { useCalendar } from '../editor/useMoments.ts';
import type { Settling } from './useSettling.ts';

/** The next reminder that is offered. */
const AGAIN_IN = 5;

/** What was just settled, with the way back and the next reminder offered; or why it was not. */
export function Settled({
  settling: { last, undo, remindOn, next, busy, problem },
  className,
}: {
  readonly settling: Settling;
  readonly className?: string | undefined;
}) {
  const calendar = useCalendar();
  const day = addWorkingDays(calendar, today(), AGAIN_IN);
  return (
    <>
      {last ? (
        <p className={className} role="status">
          {say.done(last.what)}
          <Button disabled={busy} onClick={undo}>
            {say.undo}
          </Button>
          {remindOn && day ? (
            <Button
              disabled={busy}
              onClick={() => {
                remindOn(day);
              }}
            >
              {say.remindMeOn(listDay(day, today()))}
            </Button>
          ) : null}
          {next ? <span>{say.reminderSet(listDay(next, today()))}</span> : null}
        </p>
      ) : null}
      {problem === undefined ? null : (
        <p className={className} data-severity="stop" role="alert">
          {problem}
        </p>
      )}
    </>
  );
}
