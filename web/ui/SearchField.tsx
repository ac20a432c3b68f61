import { TextInput } from '@mantine/core';
import type { KeyboardEvent } from 'react';
import fieldClasses from './Field.module.css';
import classes from './SearchField.module.css';

interface SearchFieldProps {
  /** What is looked through; heard, and seen in the field while nothing is typed unless `placeholder` says it shorter. */
  readonly label: string;
  readonly placeholder?: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
  readonly autoFocus?: boolean;
  /** The list that it narrows. */
  readonly controls?: string;
  readonly narrow?: boolean;
}

/** Narrows what stands below as one types. */
export function SearchField({
  label,
  placeholder,
  value,
  onChange,
  controls,
  narrow,
  ...rest
}: SearchFieldProps) {
  return (
    <TextInput
      {...rest}
      type="search"
      size="xs"
      className={classes.search ?? ''}
      classNames={{ input: `${fieldClasses.input ?? ''} ${classes.input ?? ''}` }}
      data-narrow={narrow}
      aria-label={label}
      aria-controls={controls}
      placeholder={placeholder ?? label}
      value={value}
      onChange={(event) => {
        onChange(event.currentTarget.value);
      }}
    />
  );
}
