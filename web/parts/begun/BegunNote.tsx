import { dayOf, listDay, timeOfDay, today } from '../../words/dates.ts';
import { Button } from '../../ui/Button.tsx';
import type { Begun } from './useBegun.ts';
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
      You began this {listDay(dayOf(atUtc), today())} at {timeOfDay(atUtc)}. It is saved on this computer. ·{' '}
      <Button onClick={afresh}>Start again from nothing</Button>
    </p>
  );
}
