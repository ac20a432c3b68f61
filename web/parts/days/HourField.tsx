import { useState } from 'react';
import { readTime } from '../../../core/dates/readDateTime.ts';
import { TextField } from '../../ui/Field.tsx';
import { say } from '../../words/en/parts-days.ts';

interface HourFieldProps {
  readonly label: string;
  /** `HH:MM`, or empty. */
  readonly value: string;
  /** Given what was understood; nothing is given while it is not. */
  readonly onChange: (hour: string) => void;
}

/** A time of day, typed as people say it: `9:30`, `2 pm`, `noon`. */
export function HourField({ label, value, onChange }: HourFieldProps) {
  const [typed, setTyped] = useState(value);
  const unread = typed.trim() !== '' && readTime(typed) === undefined;
  return (
    <TextField
      label={label}
      value={typed}
      problem={unread ? say.noHourYet : undefined}
      onChange={(text) => {
        setTyped(text);
        const hour = text.trim() === '' ? '' : readTime(text);
        if (hour !== undefined) onChange(hour);
      }}
    />
  );
}
