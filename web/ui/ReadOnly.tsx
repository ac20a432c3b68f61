import type { ReactNode } from 'react';
import classes from './ReadOnly.module.css';

/** A form that whoever looks at it cannot change is shown as it is, and says why. */
export function ReadOnly({
  why,
  quiet = false,
  children,
}: {
  readonly why: string | undefined;
  /** It is said beside this already. */
  readonly quiet?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <fieldset className={classes.form} disabled={why !== undefined}>
      {why === undefined || quiet ? null : <p className={classes.why}>{why}</p>}
      {children}
    </fieldset>
  );
}
