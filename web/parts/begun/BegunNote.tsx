import { dayOf, listDay, timeOfDay, today } from '../../words/dates.ts';
import { Button } from '../../ui/Button.tsx';
import type { Begun } from './useBegun.ts';
import { say } from '../../words/en/parts-begun.ts';
import classes from './BegunNote.module.css';

/** Says that what stands here was begun before, and offers to begin with nothing. */
export function BegunNote({
  begun: { atUtc, afresh },
}: {
  readonly begun: Pick<Begun<unknown>, 'atUtc' | 'afresh'>;
}) {
  if (atUtc === undefined) return null;
  return (
    <p className={classes.note} role="status">
      {say.youBeganThisAtIt(listDay(dayOf(atUtc), today()), timeOfDay(atUtc))}
      <Button onClick={afresh}>{say.startAgainFromNothing}</Button>
    </p>
  );
}
