import {
  IconBuilding,
  IconCalendar,
  IconMessages,
  IconFileText,
  IconFolder,
  IconUsers,
} from '@tabler/icons-react';
import { NavLink } from 'react-router';
import { InTrayLink, TrayLink } from './TrayLink.tsx';
import classes from './Rail.module.css';

const PLACES = [
  ['/today', 'Today', IconCalendar],
  ['/matters', 'Matters', IconFolder],
  ['/correspondence', 'Correspondence', IconMessages],
  ['/templates', 'Templates', IconFileText],
  ['/directory', 'Directory', IconUsers],
  ['/practice', 'Practice', IconBuilding],
] as const;

/** Where one can go, as words under small marks; the trays at the foot. */
export function Rail() {
  return (
    <nav className={classes.rail} aria-label="Main">
      <NavLink to="/today" className={classes.mark ?? ''} aria-label="Officium">
        <svg viewBox="0 0 34 30" width="34" height="30" aria-hidden="true">
          <path
            d="M7 2.500h13.500l6.500 6.500v11.500H7z"
            fill="none"
            stroke="currentColor"
            strokeWidth="2"
            strokeLinejoin="round"
          />
          <path d="M12 10.500h7M12 15h10" stroke="currentColor" strokeWidth="1.800" strokeLinecap="round" />
          <path className={classes.rule} d="M2 27h30" strokeWidth="2.500" />
        </svg>
      </NavLink>
      {PLACES.map(([to, words, Icon]) => (
        <NavLink key={to} to={to} className={({ isActive }) => (isActive ? classes.here : classes.link)}>
          <Icon size={20} stroke={1.5} aria-hidden="true" />
          <span>{words}</span>
        </NavLink>
      ))}
      <div className={classes.trays}>
        <InTrayLink />
        <TrayLink />
      </div>
    </nav>
  );
}
