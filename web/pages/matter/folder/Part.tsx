import type { ReactNode } from 'react';
import classes from './Folder.module.css';

/** A part of the folder, which can be folded. */
export function Part({
  title,
  count,
  children,
}: {
  readonly title: string;
  readonly count?: number;
  readonly children: ReactNode;
}) {
  return (
    <details open className={classes.part}>
      <summary>
        <h2>{title}</h2>
        {count === undefined ? null : <small>{count}</small>}
      </summary>
      {children}
    </details>
  );
}
