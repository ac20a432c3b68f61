import {
  IconBuilding,
  IconCalendar,
  IconMessages,
  IconFileText,
  IconFolder,
  IconUsers,
} from '@tabler/icons-react';
import { NavLink } from 'react-router';
import { InTrayLink, TrayLink } from '../features/trays/index.ts';
import classes from './Rail.module.css';

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
      <NavLink to="/today" className={({ isActive }) => (isActive ? classes.here : classes.link)}>
        <IconCalendar size={20} stroke={1.5} aria-hidden="true" />
        Today
      </NavLink>
      <NavLink to="/matters" className={({ isActive }) => (isActive ? classes.here : classes.link)}>
        <IconFolder size={20} stroke={1.5} aria-hidden="true" />
        Matters
      </NavLink>
      <NavLink to="/correspondence" className={({ isActive }) => (isActive ? classes.here : classes.link)}>
        <IconMessages size={20} stroke={1.5} aria-hidden="true" />
        Correspondence
      </NavLink>
      <NavLink to="/templates" className={({ isActive }) => (isActive ? classes.here : classes.link)}>
        <IconFileText size={20} stroke={1.5} aria-hidden="true" />
        Templates
      </NavLink>
      <NavLink to="/directory" className={({ isActive }) => (isActive ? classes.here : classes.link)}>
        <IconUsers size={20} stroke={1.5} aria-hidden="true" />
        Directory
      </NavLink>
      <NavLink to="/practice" className={({ isActive }) => (isActive ? classes.here : classes.link)}>
        <IconBuilding size={20} stroke={1.5} aria-hidden="true" />
        Practice
      </NavLink>
      <div className={classes.trays}>
        <InTrayLink />
        <TrayLink />
      </div>
    </nav>
  );
}
