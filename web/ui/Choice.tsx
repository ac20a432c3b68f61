import { Select } from '@mantine/core';
import { useState } from 'react';
import { LIST_BELOW } from './fieldLook.ts';
import { say } from '../words/en/ui.ts';
import classes from './Choice.module.css';

export interface ChoiceOption<T extends string> {
  readonly value: T;
  readonly label: string;
  /** Under which it stands in the list. */
  readonly group?: string;
}

interface ChoiceProps<T extends string> {
  /** What is chosen: seen above the field, or, with `bare`, heard alone where what stands around says it. */
  readonly label: string;
  readonly bare?: boolean;
  readonly value: T;
  readonly options: readonly ChoiceOption<T>[];
  readonly onChange: (value: T) => void;
  readonly onBlur?: (() => void) | undefined;
  readonly disabled?: boolean;
  readonly autoFocus?: boolean | undefined;
  /** As part of a line of words, without a box of its own. */
  readonly plain?: boolean;
  /** Said of a value that is not among the options. */
  readonly gone?: string;
  readonly className?: string | undefined;
}

/** Longer lists are narrowed by typing. */
const MOST_AT_A_GLANCE = 8;

/** One of a list. What is chosen stands in it; a long list is narrowed as one types. */
export function Choice<T extends string>({
  label,
  bare = false,
  value,
  options,
  onChange,
  gone = '',
  className,
  plain = false,
  onBlur,
  ...rest
}: ChoiceProps<T>) {
  const known = options.some((option) => option.value === value);
  const isLong = options.length > MOST_AT_A_GLANCE;
  const [typed, setTyped] = useState<string>();
  const all = known ? options : [{ value, label: gone }, ...options];
  return (
    <Select
      {...rest}
      {...(bare ? { 'aria-label': label } : { label })}
      size="xs"
      variant={plain ? 'unstyled' : 'default'}
      className={className ?? classes.choice ?? ''}
      classNames={{
        input: (plain ? classes.plain : classes.input) ?? '',
        label: classes.label ?? '',
        dropdown: classes.dropdown ?? '',
        option: classes.option ?? '',
        groupLabel: classes.group ?? '',
      }}
      {...(plain ? { rightSection: null } : {})}
      value={value}
      data={grouped(all)}
      searchable={isLong}
      selectFirstOptionOnChange
      allowDeselect={false}
      nothingFoundMessage={say.nothingByThatName}
      maxDropdownHeight={320}
      comboboxProps={LIST_BELOW}
      // What is typed takes the place of what stands there.
      onClick={(event) => {
        if (isLong) event.currentTarget.select();
      }}
      onChange={(chosen) => {
        setTyped(undefined);
        const option = options.find((one) => one.value === chosen);
        if (option && option.value !== value) onChange(option.value);
      }}
      {...(isLong ? { onSearchChange: setTyped } : {})}
      onBlur={() => {
        // What was typed and not chosen is taken where it can mean one thing alone.
        const meant = typed === undefined ? undefined : meantBy(typed, options);
        if (meant !== undefined && meant !== value) onChange(meant);
        setTyped(undefined);
        onBlur?.();
      }}
    />
  );
}

/** The one option that is called so, or the only one whose words hold what was typed. */
function meantBy<T extends string>(typed: string, options: readonly ChoiceOption<T>[]): T | undefined {
  const words = typed.trim().toLowerCase();
  if (words === '') return undefined;
  const called = options.filter(({ label }) => label.toLowerCase() === words);
  const holding = options.filter(({ label }) => label.toLowerCase().includes(words));
  const [meant, another] = called.length > 0 ? called : holding;
  return another ? undefined : meant?.value;
}

type Listed<T extends string> =
  ChoiceOption<T> | { readonly group: string; readonly items: ChoiceOption<T>[] };

/** The list as it is shown: those of a group under its name, in the order in which they first come. */
function grouped<T extends string>(options: readonly ChoiceOption<T>[]): Listed<T>[] {
  const names = new Set(options.map(({ group = '' }) => group));
  return [...names].flatMap((name): readonly Listed<T>[] => {
    const items = options
      .filter(({ group = '' }) => group === name)
      .map(({ value, label }) => ({ value, label }));
    return name === '' ? items : [{ group: name, items }];
  });
}
