import { NavLink } from 'react-router';
import { InTrayLink, TrayLink } from './TrayLink.tsx';
import classes from './Rail.module.css';

const PLACES = [
  ['/today', 'Today'],
  ['/matters', 'Matters'],
  ['/correspondence', 'Correspondence'],
  ['/templates', 'Templates'],
  ['/directory', 'Directory'],
  ['/practice', 'Practice'],
] as const;

/** The tabs of the file: the one that is open runs into the page; the trays stand at the foot. */
export function Rail() {
  return (
    <nav className={classes.rail} aria-label="Main">
      <NavLink to="/today" className={classes.mark ?? ''}>
        Officium
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
