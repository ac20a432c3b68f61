import { NavLink } from 'react-router';
import { say } from '../../words/en/directory.ts';
import { PartTabs } from '../../ui/PartTabs.tsx';

/** What there is of a contact, one press from wherever one is. */
export const ContactTabs = ({ id }: { readonly id: string }) => (
  <PartTabs ruled label={say.partsOfTheContact}>
    <NavLink end to={`/directory/${id}`}>
      {say.correspondence}
    </NavLink>
    <NavLink to={`/directory/${id}/documents`}>{say.documents}</NavLink>
    <NavLink to={`/directory/${id}/details`}>{say.details}</NavLink>
  </PartTabs>
);
