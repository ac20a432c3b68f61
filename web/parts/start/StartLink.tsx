import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenEntry } from './openEntry.ts';
import type { ShelfStart } from './shelfStart.ts';

interface StartLinkProps {
  readonly matterId: string;
  readonly from: ShelfStart;
  readonly title?: string;
  readonly children: ReactNode;
}

/** Leads to the shelf, which then knows what it was started from and puts it in. */
export function StartLink({ matterId, from, title, children }: StartLinkProps) {
  const beside = useOpenEntry();
  return (
    <Link to={`/matters/${matterId}/start${beside}`} state={from} title={title}>
      {children}
    </Link>
  );
}
