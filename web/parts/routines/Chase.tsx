import { Link } from 'react-router';
import type { ChaseView } from '../../../contract/chasers.ts';
import { useChangeChaseMutation } from '../../api/chasers.ts';
import { Button } from '../../ui/Button.tsx';
import { nextWords, say, wentWords, whyWords } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Routines.module.css';

interface ChaseProps {
  readonly chase: ChaseView;
  readonly mayChange: boolean;
  /** With the matter that it is on, where that is not said around it. */
  readonly withMatter?: boolean;
}

/** Reminders that follow a message: what went, what comes next and when, and what keeps it from going. */
export function Chase({ chase, mayChange, withMatter = false }: ChaseProps) {
  const [change, { isLoading, error }] = useChangeChaseMutation();
  const steer = (how: 'stop' | 'skip') => (): void => {
    void change({ id: chase.id, change: { do: how } });
  };
  const { plan, subject, to, matterId, entryId, reference, went, hindered, ended, next } = chase;
  return (
    <div className={classes.chase} data-ended={ended !== null}>
      {withMatter ? (
        <>
          <Link to={`/matters/${matterId}`}>{reference}</Link>{' '}
        </>
      ) : null}
      <Link to={`/matters/${matterId}?entry=${entryId}`}>{subject}</Link> <small>{plan}</small>
      <p>
        {to.join(', ')} · {nextWords(chase)}
      </p>
      {went.length > 0 ? (
        <ul>
          {went.map((one) => (
            <li key={one.messageId}>{wentWords(one)}</li>
          ))}
        </ul>
      ) : null}
      {hindered && !ended ? (
        <p className={classes.hindered}>
          {say.needsYou} {hindered.map(whyWords).join(' ')}
        </p>
      ) : null}
      {mayChange && !ended ? (
        <div className={classes.paths}>
          <Button disabled={isLoading} aria-label={`${say.stop}: ${subject}`} onClick={steer('stop')}>
            {say.stop}
          </Button>
          {next?.does === 'remind' ? (
            <Button disabled={isLoading} aria-label={`${say.skip}: ${subject}`} onClick={steer('skip')}>
              {say.skip}
            </Button>
          ) : null}
        </div>
      ) : null}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
