import type { ReactNode } from 'react';
import classes from './ReadOnly.module.css';

/** A form that whoever looks at it cannot change is shown as it is, and says why. */
export function ReadOnly({
  why,
  children,
}: {
  readonly why: string | undefined;
  readonly children: ReactNode;
}) {
  return (
    <fieldset className={classes.form} disabled={why !== undefined}>
      {why === undefined ? null : <p className={classes.why}>{why}</p>}
      {children}
    </fieldset>
  );
}
