import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ShelfStart } from './shelfStart.ts';

interface StartLinkProps {
  readonly matterId: string;
  readonly from: ShelfStart;
  readonly title?: string;
  readonly children: ReactNode;
}

/** Leads to the shelf, which then knows what it was started from and puts it in. */
export function StartLink({ matterId, from, title, children }: StartLinkProps) {
  return (
    <Link to={`/matters/${matterId}/start`} state={from} title={title}>
      {children}
    </Link>
  );
}
