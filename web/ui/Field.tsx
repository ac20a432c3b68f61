import { Autocomplete, Checkbox, PasswordInput, Textarea, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import { Choice } from './Choice.tsx';
import { FIELD_LOOK, LIST_BELOW, LIST_CLASSES } from './fieldLook.ts';
import classes from './Field.module.css';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly placeholder?: string;
  readonly type?: 'text' | 'email' | 'number' | 'url' | 'password';
  readonly list?: readonly string[];
  readonly autoFocus?: boolean;
  readonly wide?: boolean;
  readonly multiline?: boolean;
  readonly problem?: string | undefined;
}

const LEAST_ROWS = 3;
/** A longer list is shown from its start, and narrowed by typing. */
const MOST_OFFERED = 60;

/** One line to fill in, under its label; with `list`, what is usual is offered as one types. */
export function TextField(props: TextFieldProps) {
  const { label, value, onChange, type = 'text', list, wide, multiline, problem, ...rest } = props;
  const common = {
    ...rest,
    label,
    value,
    error: problem,
    ...FIELD_LOOK,
    'data-wide': wide,
    errorProps: { role: 'alert' },
  } as const;
  const onEvent = (event: { readonly currentTarget: { readonly value: string } }): void => {
    onChange(event.currentTarget.value);
  };
  if (multiline) return <Textarea {...common} rows={LEAST_ROWS} data-grows="" onChange={onEvent} />;
  if (type === 'password') return <PasswordInput {...common} onChange={onEvent} />;
  if (list)
    return (
      <Autocomplete
        {...common}
        classNames={{ ...FIELD_LOOK.classNames, ...LIST_CLASSES }}
        data={[...new Set(list)]}
        limit={MOST_OFFERED}
        maxDropdownHeight={320}
        comboboxProps={LIST_BELOW}
        onChange={onChange}
      />
    );
  return <TextInput {...common} type={type} onChange={onEvent} />;
}

interface SelectFieldProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [value: T, label: string])[];
  readonly onChange: (value: T) => void;
  /** The label is for screen readers alone, where what stands around says it. */
  readonly bare?: boolean;
  readonly disabled?: boolean;
}

/** One of a short list. */
export function SelectField<T extends string>({
  label,
  value,
  options,
  onChange,
  bare,
  disabled,
}: SelectFieldProps<T>) {
  return (
    <Choice
      label={label}
      {...(bare ? { bare } : {})}
      {...(disabled ? { disabled } : {})}
      value={value}
      options={options.map(([known, words]) => ({ value: known, label: words }))}
      onChange={onChange}
    />
  );
}

interface CheckFieldProps {
  readonly label: ReactNode;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  /** The label is for screen readers alone, where what stands around says it. */
  readonly bare?: boolean;
}

/** Yes or no. */
export function CheckField({ label, checked, onChange, bare }: CheckFieldProps) {
  return (
    <Checkbox
      size="xs"
      className={classes.check ?? ''}
      classNames={{ label: classes.checkLabel ?? '', body: classes.checkBody ?? '' }}
      {...(bare && typeof label === 'string' ? { 'aria-label': label } : { label })}
      checked={checked}
      onChange={(event) => {
        onChange(event.currentTarget.checked);
      }}
    />
  );
}
