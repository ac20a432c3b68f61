import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { useMoments } from '../editor/useMoments.ts';
import { READING_LOOK } from '../../ui/fieldLook.ts';
import { say } from '../../words/en/parts-days.ts';

interface DateTimeFieldProps {
  readonly label: string;
  /** `2026-03-05 14:30` on the practice's clock, or empty. */
  readonly value: string;
  readonly onChange: (moment: string) => void;
}

const wordsOf = (value: string): string => {
  const date = parsePlainDate(value.slice(0, 10));
  return date ? `${formatDate(date, 'weekdayDayMonth')}, ${value.slice(11).replace(/^0/, '')}` : '';
};

/** A day with its time, typed as people say it (`tomorrow at 9:30`, `4 pm on Monday`), with what is understood under it. */
export function DateTimeField({ label, value, onChange }: DateTimeFieldProps) {
  const [typed, setTyped] = useState<string>();
  const momentOf = useMoments();
  const unread = typed !== undefined && typed.trim() !== '' && momentOf(typed) === '';
  return (
    <TextInput
      {...READING_LOOK}
      label={label}
      placeholder={say.tomorrowAt930}
      value={typed ?? wordsOf(value)}
      description={typed !== undefined && value !== '' ? wordsOf(value) : undefined}
      error={unread ? say.noTimeYetTomorrowAt : undefined}
      onFocus={(event) => {
        event.currentTarget.select();
      }}
      onChange={(event) => {
        setTyped(event.currentTarget.value);
        onChange(momentOf(event.currentTarget.value));
      }}
    />
  );
}
