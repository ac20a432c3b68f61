import type { ButtonHTMLAttributes, Ref } from 'react';
import classes from './Button.module.css';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `go` is the one thing a view is for; `quiet` everything beside it. */
  readonly kind?: 'go' | 'quiet';
  /** The key that does the same, shown on it. */
  readonly hint?: string;
  readonly ref?: Ref<HTMLButtonElement>;
}

export function Button({ kind = 'quiet', hint, children, className, ...rest }: ButtonProps) {
  return (
    <button type="button" className={[classes[kind], className].filter(Boolean).join(' ')} {...rest}>
      {children}
      {hint === undefined ? null : <kbd aria-hidden="true">{hint}</kbd>}
    </button>
  );
}
