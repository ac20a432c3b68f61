import type { ReactNode } from 'react';
import classes from './PartTabs.module.css';

interface PartTabsProps {
  /** Of what they are the parts. */
  readonly label: string;
  /** A hairline below, where nothing else divides them from what they show. */
  readonly ruled?: boolean;
  /** Links, one a part; the router marks the one that is open. */
  readonly children: ReactNode;
}

/** The parts of something that has a page, one press from wherever on it one is. */
export const PartTabs = ({ label, ruled = false, children }: PartTabsProps) => (
  <nav className={classes.tabs} data-ruled={ruled} aria-label={label}>
    {children}
  </nav>
);
