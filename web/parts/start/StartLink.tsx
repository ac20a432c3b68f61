import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenEntry } from './openEntry.ts';
import { Tip } from '../../ui/Tip.tsx';
import type { ShelfStart } from './shelfStart.ts';

interface StartLinkProps {
  readonly matterId: string;
  readonly from: ShelfStart;
  /** What it does, in full; heard in the place of short words, and seen on pointing at it. */
  readonly label?: string;
  readonly children: ReactNode;
}

/** Leads to the shelf, which then knows what it was started from and puts it in. */
export function StartLink({ matterId, from, label, children }: StartLinkProps) {
  const beside = useOpenEntry();
  return (
    <Tip label={label}>
      <Link to={`/matters/${matterId}/start${beside}`} state={from} aria-label={label}>
        {children}
      </Link>
    </Tip>
  );
}
