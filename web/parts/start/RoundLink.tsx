import { Link } from 'react-router';
import type { ReactNode } from 'react';
import type { RoundStart } from './roundStart.ts';

/** The way to a new round, with whom or from what it begins. */
export const RoundLink = ({
  from,
  children,
}: {
  readonly from: RoundStart;
  readonly children: ReactNode;
}) => (
  <Link to="/rounds/new" state={from}>
    {children}
  </Link>
);
