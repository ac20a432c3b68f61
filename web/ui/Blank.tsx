import type { ReactNode } from 'react';
import classes from './Blank.module.css';

interface BlankProps {
  readonly title: string;
  /** It is all of the page, which bears its title. */
  readonly whole?: boolean;
  readonly children?: ReactNode;
}

/** A view with nothing in it yet: says what belongs there, and offers the first step. */
export function Blank({ title, whole = false, children }: BlankProps) {
  const Title = whole ? 'h1' : 'h2';
  return (
    <section className={classes.blank}>
      <Title className={classes.title}>{title}</Title>
      {children}
    </section>
  );
}
