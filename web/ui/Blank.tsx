import type { ReactNode } from 'react';
import classes from './Blank.module.css';

/** A view with nothing in it yet: says what belongs there, and offers the first step. */
export function Blank({ title, children }: { readonly title: string; readonly children?: ReactNode }) {
  return (
    <section className={classes.blank}>
      <h2 className={classes.title}>{title}</h2>
      {children}
    </section>
  );
}
