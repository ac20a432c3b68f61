import { Link } from 'react-router';
import { foldName } from '../../../../core/model/words.ts';
import { useRoutinesHereQuery } from '../../../api/routines.ts';
import { occasionWords, say } from '../../../words/en/routines.ts';
import classes from './ShelfPane.module.css';

interface RoutineOffersProps {
  readonly matterId: string;
  readonly typed: string;
}

/** Routines beside the templates: offered ones with their reasons first, narrowed by the same words. */
export function RoutineOffers({ matterId, typed }: RoutineOffersProps) {
  const { data } = useRoutinesHereQuery(matterId);
  const wanted = foldName(typed.trim());
  const found = (data?.items ?? []).filter(({ name, about }) =>
    foldName(`${name} ${about}`).includes(wanted),
  );
  if (found.length === 0) return null;
  return (
    <nav className={classes.routines} aria-label={say.routines}>
      <div className={classes.group}>{say.routines}</div>
      {found.map(({ routineId, name, about, occasion }) => (
        <Link key={routineId} to={`/matters/${matterId}/routine/${routineId}`} className={classes.routine}>
          <b>{name}</b>
          <span>{occasion === null ? about : occasionWords(occasion)}</span>
        </Link>
      ))}
    </nav>
  );
}
