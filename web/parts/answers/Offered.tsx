import { Link } from 'react-router';
import type { OfferedState, OfferedView } from '../../../contract/answers.ts';
import { useTakeOfferedMutation } from '../../api/answers.ts';
import { Button } from '../../ui/Button.tsx';
import { placeWords, say } from '../../words/en/answers.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Offered.module.css';

interface OfferedProps {
  readonly offered: OfferedView;
  readonly mayChange: boolean;
}

/** What an answer offers to the record, beside what stands there, with the press that takes it over and the way back. */
export function Offered({ offered, mayChange }: OfferedProps) {
  const [take, { isLoading, error }] = useTakeOfferedMutation();
  const { id, matterId, entryId, who, ask, atUtc, now, state } = offered;
  const place = placeWords(offered);
  const decide = (as: OfferedState) => () => {
    void take({ matterId, id, as });
  };
  const by = (
    <p className={classes.by}>
      {ask}{' '}
      <Link to={`/matters/${matterId}?entry=${entryId}`} aria-label={`${say.showAnswer}: ${ask}`}>
        {say.byWhom(who, atUtc)}
      </Link>
    </p>
  );
  return (
    <div className={classes.offered} role="group" aria-label={place}>
      <h3>{place}</h3>
      {by}
      {state === 'open' ? (
        <>
          <dl>
            {offered.to === 'row' ? null : (
              <div>
                <dt>{say.now}</dt>
                <dd data-empty={now === null}>{now ?? say.nothingYet}</dd>
              </div>
            )}
            <div>
              <dt>{say.answered}</dt>
              <dd>{offered.offered}</dd>
            </div>
          </dl>
          {mayChange ? (
            <p className={classes.decide}>
              <Button
                kind="go"
                disabled={isLoading}
                aria-label={say.takeOverOf(place)}
                onClick={decide('taken')}
              >
                {say.takeOver}
              </Button>
              <Button disabled={isLoading} aria-label={say.leaveOf(place)} onClick={decide('left')}>
                {say.leave}
              </Button>
            </p>
          ) : null}
        </>
      ) : (
        <p role="status">
          {state === 'taken' ? say.isNow(place, offered.offered) : say.staysAsItIs(place)}{' '}
          {mayChange ? (
            <Button disabled={isLoading} aria-label={say.undoOf(place)} onClick={decide('open')}>
              {say.undo}
            </Button>
          ) : null}
        </p>
      )}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </div>
  );
}
