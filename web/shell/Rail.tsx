import { NavLink } from 'react-router';
import { InTrayLink, TrayLink } from './TrayLink.tsx';
import { say } from '../words/en/shell.ts';
import classes from './Rail.module.css';

const PLACES = [
  ['/today', say.today],
  ['/matters', say.matters],
  ['/correspondence', say.correspondence],
  ['/templates', say.templates],
  ['/rounds', say.rounds],
  ['/directory', say.directory],
  ['/figures', say.figures],
  ['/practice', say.practice],
] as const;

/** The tabs of the file: the one that is open runs into the page; the trays stand at the foot. */
export function Rail() {
  return (
    <nav className={classes.rail} aria-label={say.main}>
      <NavLink to="/today" className={classes.mark ?? ''}>
        {say.officium}
      </NavLink>
      <div className={classes.tabs}>
        {PLACES.map(([to, words]) => (
          <NavLink key={to} to={to} className={classes.tab ?? ''}>
            {words}
          </NavLink>
        ))}
      </div>
      <div className={classes.trays}>
        <InTrayLink />
        <TrayLink />
      </div>
    </nav>
  );
}
