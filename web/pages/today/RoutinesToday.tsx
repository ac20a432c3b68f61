import { Link } from 'react-router';
import { useChasesUnderWayQuery } from '../../api/chasers.ts';
import { useRoundsQuery } from '../../api/rounds.ts';
import { useOfferedRoutinesQuery } from '../../api/routines.ts';
import { Chase } from '../../parts/routines/Chase.tsx';
import { Ran } from '../../parts/routines/Ran.tsx';
import { Tip } from '../../ui/Tip.tsx';
import { countWords, say as rounding } from '../../words/en/rounds.ts';
import { occasionWords, say } from '../../words/en/routines.ts';
import classes from './Today.module.css';

interface RoutinesTodayProps {
  readonly whose: 'mine' | 'all';
  readonly mayChange: boolean;
}

/** Routines that are offered, each one press from what it would do; and what ran without a press. */
export function RoutinesToday({ whose, mayChange }: RoutinesTodayProps) {
  const { data } = useOfferedRoutinesQuery(whose);
  if (!data) return null;
  return (
    <>
      {data.items.length > 0 ? (
        <section aria-label={say.today_.offered}>
          <h2>{say.today_.offered}</h2>
          {data.items.map(({ matterId, reference, title, routineId, name, occasion }) => (
            <div key={`${matterId} ${routineId}`} className={classes.line}>
              <Tip label={title}>
                <Link to={`/matters/${matterId}`} className={classes.reference}>
                  {reference}
                </Link>
              </Tip>
              <span className={classes.what}>
                {mayChange ? <Link to={`/matters/${matterId}/routine/${routineId}`}>{name}</Link> : name}
                <small>{occasionWords(occasion)}</small>
              </span>
            </div>
          ))}
        </section>
      ) : null}
      {data.ran.length > 0 ? (
        <section aria-label={say.today_.ran}>
          <h2>{say.today_.ran}</h2>
          {data.ran.map(({ matterId, reference, title, ...run }) => (
            <div key={run.id} className={classes.line}>
              <Tip label={title}>
                <Link to={`/matters/${matterId}`} className={classes.reference}>
                  {reference}
                </Link>
              </Tip>
              <div>
                <Ran run={run} matterId={matterId} />
              </div>
            </div>
          ))}
        </section>
      ) : null}
    </>
  );
}

/** Rounds that were prepared by themselves and wait for their author to look at them and send them. */
export function RoundsToday({ author }: { readonly author: string }) {
  const { data } = useRoundsQuery();
  const rounds = (data?.items ?? []).filter(
    (round) => round.byItself && round.author === author && round.state === 'ready',
  );
  if (rounds.length === 0) return null;
  return (
    <section aria-label={rounding.toSend}>
      <h2>{rounding.toSend}</h2>
      {rounds.map(({ id, name, counts }) => (
        <p key={id} className={classes.line}>
          <Link to={`/rounds/${id}`}>{name}</Link> <small>{countWords(counts)}</small>
        </p>
      ))}
    </section>
  );
}

/** Chaser plans under way: what needs somebody, and what comes next. */
export function ChasesToday({ whose, mayChange }: RoutinesTodayProps) {
  const { data } = useChasesUnderWayQuery(whose);
  const chases = data?.items ?? [];
  if (chases.length === 0) return null;
  const first = chases.filter(({ hindered }) => hindered !== null);
  const others = chases.filter(({ hindered }) => hindered === null);
  return (
    <section aria-label={say.today_.chases}>
      <h2>{say.today_.chases}</h2>
      {[...first, ...others].map((chase) => (
        <div key={chase.id} className={classes.line}>
          <Chase chase={chase} mayChange={mayChange} withMatter />
        </div>
      ))}
    </section>
  );
}
