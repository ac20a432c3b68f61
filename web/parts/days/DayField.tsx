import { TextInput } from '@mantine/core';
import { IconCalendar } from '@tabler/icons-react';
import { useState } from 'react';
import type { KeyboardEvent } from 'react';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { readDate } from '../../../core/dates/readDate.ts';
import type { Looking } from '../../../core/dates/readDate.ts';
import { parsePlainDate } from '../../../core/model/plainDate.ts';
import { CalendarDrop } from '../../ui/CalendarDrop.tsx';
import { today } from '../../words/dates.ts';
import { useMonth } from './useMonth.ts';
import { useCalendar } from '../editor/useMoments.ts';
import { READING_LOOK } from '../../ui/fieldLook.ts';
import { say } from '../../words/en/parts-days.ts';
import classes from './DayField.module.css';

interface DayFieldProps {
  readonly label: string;
  /** The label is for screen readers alone, where what stands around says it. */
  readonly bare?: boolean;
  /** ISO 8601, or empty. */
  readonly value: string;
  readonly onChange: (day: string) => void;
  /** Which year a day without one is in. */
  readonly looking?: Looking;
  readonly autoFocus?: boolean | undefined;
  /**
   * Told the day when the field is left or a day is chosen: on the way to `5 March 2027` lies `5 March`. Words that are no
   * day keep the field open.
   */
  readonly onLeave?: (day: string) => void;
  /** Takes back what is typed, where Esc does; without it Esc is the view’s. */
  readonly onBack?: () => void;
}

/** A day in full, as it stands in a field. */
const wordsOf = (value: string): string => {
  const date = parsePlainDate(value);
  return date ? formatDate(date, 'short') : '';
};

/**
 * A day, typed in any form people write it in (`5 March`, `next friday`, `+10 working days`) or chosen from a calendar, by
 * its button or Alt and the down arrow. What is typed and is no day changes nothing, and says so.
 */
export function DayField(props: DayFieldProps) {
  const { label, bare = false, value, onChange, looking = 'ahead', autoFocus, onLeave, onBack } = props;
  const [typed, setTyped] = useState<string>();
  const [opened, setOpened] = useState(false);
  const calendar = useCalendar();
  const month = useMonth();
  const read = typed === undefined ? undefined : readDate(typed, today(), calendar, looking);
  const unread = typed !== undefined && typed.trim() !== '' && read === undefined;
  const type = (text: string): void => {
    setTyped(text);
    const date = readDate(text, today(), calendar, looking);
    if (date !== undefined || text.trim() === '') onChange(date ?? '');
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'ArrowDown' && event.altKey) {
      event.preventDefault();
      setOpened(true);
    }
    if (event.key === 'Escape' && onBack) {
      setTyped(undefined);
      onBack();
      event.stopPropagation();
    }
    if (event.key === 'Enter' && onLeave) event.currentTarget.blur();
  };
  const understood = read && wordsOf(read) !== typed?.trim() ? wordsOf(read) : undefined;
  return (
    <CalendarDrop
      {...month}
      opened={opened}
      value={value === '' ? null : value}
      onClose={() => {
        setOpened(false);
      }}
      onChoose={(day) => {
        setTyped(undefined);
        onChange(day);
        onLeave?.(day);
      }}
    >
      <TextInput
        {...READING_LOOK}
        classNames={{ ...READING_LOOK.classNames, section: classes.section ?? '' }}
        {...(bare ? { 'aria-label': label } : { label })}
        placeholder={say.n5MarchNextFriday}
        autoFocus={autoFocus}
        value={typed ?? wordsOf(value)}
        description={understood}
        error={unread ? say.noDayYet5March : undefined}
        onChange={(event) => {
          type(event.currentTarget.value);
        }}
        onFocus={(event) => {
          event.currentTarget.select();
        }}
        onBlur={() => {
          if (!unread) setTyped(undefined);
          if (!opened && !unread) onLeave?.(typed?.trim() === '' ? '' : (read ?? value));
        }}
        onKeyDown={onKey}
        rightSection={
          <button
            type="button"
            className={classes.open}
            aria-label={say.calendar(label)}
            aria-haspopup="dialog"
            // The field keeps the focus, and what is typed in it, until the calendar is there.
            onMouseDown={(event) => {
              event.preventDefault();
            }}
            onClick={() => {
              setOpened(true);
            }}
          >
            <IconCalendar size={15} aria-hidden="true" />
          </button>
        }
      />
    </CalendarDrop>
  );
}
