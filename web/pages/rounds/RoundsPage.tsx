import { useRef } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { useRoundsQuery } from '../../api/rounds.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { ListTable, ROW_LINK, cell } from '../../ui/ListTable.tsx';
import { PlainHead } from '../../ui/SortHead.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { countWords, say, stateWords } from '../../words/en/rounds.ts';
import { problemWords } from '../../words/en/wording.ts';
import classes from './Rounds.module.css';

/** Every round, the newest first, with what it has come to. */
export function RoundsPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  const { data, error } = useRoundsQuery();
  const rounds = data?.items ?? [];
  return (
    <div className={classes.page}>
      <ViewHead title={say.rounds}>
        {user.mayChange ? (
          <div className={classes.headEnd}>
            <Button kind="go" onClick={() => void navigate('/rounds/new')}>
              {say.newRound}
            </Button>
          </div>
        ) : null}
      </ViewHead>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.list} ref={list}>
        <ListTable
          label={say.rounds}
          heads={
            <>
              <PlainHead label={say.name} />
              <PlainHead label={say.messages} />
              <PlainHead label={say.status} />
              <PlainHead label={say.template} className={cell('narrow')} />
              <PlainHead label={say.madeBy} className={cell('narrow')} />
              <PlainHead label={say.made} />
            </>
          }
          items={rounds}
          scroll={list}
          row={(round, place) => (
            <tr key={round.id} {...place}>
              <td>
                <Link className={ROW_LINK} to={`/rounds/${round.id}`}>
                  <b>{round.name}</b>
                </Link>{' '}
                {round.byItself ? <small>{say.byItself}</small> : null}
              </td>
              <td>{countWords(round.counts)}</td>
              <td>{stateWords(round.state)}</td>
              <td className={cell('narrow')}>{round.templateName}</td>
              <td className={cell('narrow')}>{round.author}</td>
              <td className={cell('short')}>{listDay(dayOf(round.madeAtUtc), today())}</td>
            </tr>
          )}
        />
        {data && rounds.length === 0 ? (
          <Blank title={say.noRoundsYet}>
            <p>{say.whatARoundIs}</p>
          </Blank>
        ) : null}
      </div>
    </div>
  );
}
