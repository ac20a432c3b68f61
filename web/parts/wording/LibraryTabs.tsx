import { NavLink } from 'react-router';
import { say } from '../../words/en/parts-wording.ts';
import classes from './Library.module.css';

/** Whole templates, and the passages that they share. */
export function LibraryTabs() {
  return (
    <nav className={classes.tabs} aria-label={say.wording}>
      <NavLink to="/templates" end>
        {say.templates}
      </NavLink>
      <NavLink to="/passages">{say.passagesAndSignatures}</NavLink>
      <NavLink to="/routines">{say.routines}</NavLink>
      <NavLink to="/chaser-plans">{say.chaserPlans}</NavLink>
    </nav>
  );
}
