import { NavLink } from 'react-router';
import classes from './Library.module.css';

/** Whole templates, and the passages that they share. */
export function LibraryTabs() {
  return (
    <nav className={classes.tabs} aria-label="Wording">
      <NavLink to="/templates" end>
        Templates
      </NavLink>
      <NavLink to="/passages">Passages and signatures</NavLink>
    </nav>
  );
}
