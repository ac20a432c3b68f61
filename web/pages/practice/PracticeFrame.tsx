import { NavLink, Outlet, useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { mayDo } from '../../words/rights.ts';
import { say } from '../../words/en/practice.ts';
import { say as sayImport } from '../../words/en/practice-import.ts';
import { say as sayPeople } from '../../words/en/practice-people.ts';
import classes from './Practice.module.css';

/** The practice in chapters: a list of them at the left, the one that is open at the right. */
export function PracticeFrame() {
  const session = useOutletContext<Session>();
  const chapters = [
    ['/practice', say.letterheadAndLook],
    ['/practice/people', sayPeople.people],
    ...(mayDo(session.user, 'people') ? [['/practice/sign-in', sayPeople.signingIn] as const] : []),
    ['/practice/sending', say.sendersAndEmail],
    ['/practice/calendar', say.calendar],
    ['/practice/kinds', say.matterTypes],
    ['/practice/contacts', say.contactsChapter],
    ['/practice/filing', say.filing],
    ['/practice/checks', say.checks],
    ...(session.user.mayChange ? [['/practice/import', sayImport.import] as const] : []),
    ['/practice/archive', say.archive],
  ] as const;
  return (
    <div className={classes.page}>
      <ViewHead title={say.practice} />
      <div className={classes.chapters}>
        <nav aria-label={say.chapters}>
          {chapters.map(([to, name]) => (
            <NavLink key={to} to={to} end={to === '/practice'}>
              {name}
            </NavLink>
          ))}
        </nav>
        <div className={classes.chapter}>
          <Outlet context={session} />
        </div>
      </div>
    </div>
  );
}
