import { useRef } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { RoutineView } from '../../../contract/routines.ts';
import type { Session } from '../../../contract/session.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useRoutinesQuery } from '../../api/routines.ts';
import { LibraryTabs } from '../../parts/wording/LibraryTabs.tsx';
import library from '../../parts/wording/Library.module.css';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { ListTable, ROW_LINK, cell } from '../../ui/ListTable.tsx';
import { PlainHead } from '../../ui/SortHead.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import { mayDo } from '../../words/rights.ts';

/** Every routine, with what it is for and how it stands. */
export function RoutinesPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  const { data, error } = useRoutinesQuery();
  const { data: types } = useMatterTypesQuery();
  const items = data?.items ?? [];
  const nameOf = (id: string): string => types?.items.find((one) => one.id === id)?.definition.name ?? '';
  return (
    <div className={library.page}>
      <ViewHead title={say.routines}>
        <LibraryTabs />
        {mayDo(user, 'approve') ? (
          <div className={library.actions}>
            <Button kind="go" onClick={() => void navigate('/routines/new')}>
              {say.newRoutine}
            </Button>
          </div>
        ) : null}
      </ViewHead>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={library.list} ref={list}>
        <ListTable
          label={say.routines}
          heads={
            <>
              <PlainHead label={say.name} />
              <PlainHead label={say.steps} />
              <PlainHead label={say.for} className={cell('narrow')} />
              <PlainHead label={say.runs} />
              <PlainHead label={say.status} />
            </>
          }
          items={items}
          scroll={list}
          row={(routine, place) => (
            <tr key={routine.id} {...place}>
              <td>
                <Link className={ROW_LINK} to={`/routines/${routine.id}`}>
                  <b>{routine.content.name}</b>
                </Link>{' '}
                <small>{routine.content.about}</small>
              </td>
              <td>{routine.content.steps.length}</td>
              <td className={cell('narrow')}>
                {routine.content.typeIds.map(nameOf).join(', ') || say.everyType}
              </td>
              <td>{routine.runs}</td>
              <td>{statusWords(routine)}</td>
            </tr>
          )}
        />
        {data && items.length === 0 ? (
          <Blank title={say.noRoutinesYet}>
            <p>{say.whatARoutineIs}</p>
          </Blank>
        ) : null}
      </div>
    </div>
  );
}

function statusWords({ retired, problems, unaskedPerDay }: RoutineView): string {
  if (retired) return say.retired;
  if (problems.length > 0) return say.needsMending;
  return unaskedPerDay === null ? say.inUse : say.byItself(unaskedPerDay);
}
