import type { ReactNode } from 'react';
import classes from './ViewHead.module.css';

interface ViewHeadProps {
  /** The view's name: its one heading of the first rank. */
  readonly title: ReactNode;
  /** What it belongs to, with the way there. */
  readonly within?: ReactNode;
  /** What the view can do; what stands last is at the right where it says so itself. */
  readonly children?: ReactNode;
}

/** The head of a view: the same height and the same lines in all of them. */
export function ViewHead({ title, within, children }: ViewHeadProps) {
  return (
    <header className={classes.head}>
      {within}
      <h1>{title}</h1>
      {children}
    </header>
  );
}
