import { useState } from 'react';
import { Link } from 'react-router';
import { useChasesOnQuery } from '../../../api/chasers.ts';
import { useRoutinesHereQuery } from '../../../api/routines.ts';
import { Chase } from '../../../parts/routines/Chase.tsx';
import { Ran } from '../../../parts/routines/Ran.tsx';
import { Button } from '../../../ui/Button.tsx';
import { occasionWords, say } from '../../../words/en/routines.ts';
import { Part } from './Part.tsx';
import classes from './Folder.module.css';

interface RoutinesProps {
  readonly matterId: string;
  readonly mayChange: boolean;
}

/** Routines that are offered here with their reasons, the others behind a press, and what was run lately. */
export function Routines({ matterId, mayChange }: RoutinesProps) {
  const { data } = useRoutinesHereQuery(matterId);
  const [all, setAll] = useState(false);
  if (!data || (data.items.length === 0 && data.runs.length === 0)) return null;
  const offered = data.items.filter(({ occasion }) => occasion !== null);
  const shown = all ? data.items : offered;
  return (
    <Part title={say.routines} count={offered.length}>
      {shown.map(({ routineId, name, occasion, about }) => (
        <p key={routineId} className={classes.routine}>
          {mayChange ? <Link to={`/matters/${matterId}/routine/${routineId}`}>{name}</Link> : name}{' '}
          <small>{occasion === null ? about : occasionWords(occasion)}</small>
        </p>
      ))}
      {shown.length === 0 ? <p className={classes.none}>{say.noneOffered}</p> : null}
      {!all && data.items.length > offered.length ? (
        <Button
          onClick={() => {
            setAll(true);
          }}
        >
          {say.allRoutines}
        </Button>
      ) : null}
      {data.runs.length > 0 ? (
        <section aria-label={say.ranHere}>
          <h3 className={classes.within}>{say.ranHere}</h3>
          {data.runs.map((run) => (
            <Ran key={run.id} run={run} matterId={matterId} />
          ))}
        </section>
      ) : null}
    </Part>
  );
}

/** Chaser plans that follow messages of this matter, those under way first. */
export function Chases({ matterId, mayChange }: RoutinesProps) {
  const { data } = useChasesOnQuery(matterId);
  const chases = data?.items ?? [];
  if (chases.length === 0) return null;
  const underWay = chases.filter(({ ended }) => ended === null);
  const over = chases.filter(({ ended }) => ended !== null);
  return (
    <Part title={say.reminders} count={underWay.length}>
      {[...underWay, ...over].map((chase) => (
        <Chase key={chase.id} chase={chase} mayChange={mayChange} />
      ))}
    </Part>
  );
}
