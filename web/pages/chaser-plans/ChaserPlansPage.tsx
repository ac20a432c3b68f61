import { useRef } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { useChaserPlansQuery } from '../../api/chasers.ts';
import { LibraryTabs } from '../../parts/wording/LibraryTabs.tsx';
import library from '../../parts/wording/Library.module.css';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { ListTable, ROW_LINK } from '../../ui/ListTable.tsx';
import { PlainHead } from '../../ui/SortHead.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { planWords, say } from '../../words/en/routines.ts';
import { problemWords } from '../../words/en/wording.ts';
import { mayDo } from '../../words/rights.ts';

/** Every chaser plan, with its reminders and how many follow messages by it now. */
export function ChaserPlansPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const list = useRef<HTMLDivElement>(null);
  const { data, error } = useChaserPlansQuery();
  const plans = data?.items ?? [];
  return (
    <div className={library.page}>
      <ViewHead title={say.chaserPlans}>
        <LibraryTabs />
        {mayDo(user, 'approve') ? (
          <div className={library.actions}>
            <Button kind="go" onClick={() => void navigate('/chaser-plans/new')}>
              {say.newChaserPlan}
            </Button>
          </div>
        ) : null}
      </ViewHead>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={library.list} ref={list}>
        <ListTable
          label={say.chaserPlans}
          heads={
            <>
              <PlainHead label={say.name} />
              <PlainHead label={say.reminders} />
              <PlainHead label={say.inProgress} />
              <PlainHead label={say.status} />
            </>
          }
          items={plans}
          scroll={list}
          row={(plan, place) => (
            <tr key={plan.id} {...place}>
              <td>
                <Link className={ROW_LINK} to={`/chaser-plans/${plan.id}`}>
                  <b>{plan.content.name}</b>
                </Link>
              </td>
              <td>{planWords(plan)}</td>
              <td>{plan.underWay}</td>
              <td>{plan.retired ? say.retired : say.inUse}</td>
            </tr>
          )}
        />
        {data && plans.length === 0 ? (
          <Blank title={say.noPlansYet}>
            <p>{say.whatAPlanIs}</p>
          </Blank>
        ) : null}
      </div>
    </div>
  );
}
