import { NavLink } from 'react-router';
import { say } from '../../words/en/directory.ts';
import classes from './Directory.module.css';

/** What there is of a contact, one press from wherever one is. */
export const ContactTabs = ({ id }: { readonly id: string }) => (
  <nav className={classes.tabs} aria-label={say.partsOfTheContact}>
    <NavLink end to={`/directory/${id}`}>
      {say.correspondence}
    </NavLink>
    <NavLink to={`/directory/${id}/documents`}>{say.documents}</NavLink>
    <NavLink to={`/directory/${id}/details`}>{say.details}</NavLink>
  </nav>
);
