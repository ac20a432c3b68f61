import { useId } from 'react';
import type { ReactNode } from 'react';
import { Choice } from './Choice.tsx';
import classes from './Field.module.css';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly placeholder?: string;
  readonly type?: 'text' | 'email' | 'number' | 'date' | 'time' | 'url' | 'password';
  readonly list?: readonly string[];
  readonly autoFocus?: boolean;
  readonly wide?: boolean;
  readonly multiline?: boolean;
  readonly problem?: string | undefined;
}

/** One line to fill in, under its label; with `list`, what is usual is offered as one types. */
export function TextField(props: TextFieldProps) {
  const {
    label,
    value,
    onChange,
    placeholder,
    type = 'text',
    list,
    autoFocus,
    wide,
    multiline,
    problem,
  } = props;
  const id = useId();
  const common = {
    id,
    value,
    placeholder,
    autoFocus,
    'aria-invalid': problem !== undefined,
    onChange: (event: { readonly currentTarget: { readonly value: string } }) => {
      onChange(event.currentTarget.value);
    },
  };
  return (
    <div className={classes.field} data-wide={wide}>
      <label htmlFor={id}>{label}</label>
      {multiline ? (
        <textarea rows={3} {...common} />
      ) : (
        <input type={type} list={list && `${id}-list`} {...common} />
      )}
      {list ? (
        <datalist id={`${id}-list`}>
          {list.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      ) : null}
      {problem === undefined ? null : <small role="alert">{problem}</small>}
    </div>
  );
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
}

/** Yes or no. */
export function CheckField({ label, checked, onChange }: CheckFieldProps) {
  return (
    <label className={classes.check}>
      <input
        type="checkbox"
        checked={checked}
        onChange={(event) => {
          onChange(event.currentTarget.checked);
        }}
      />
      <span>{label}</span>
    </label>
  );
}
