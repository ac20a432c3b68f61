import { DatePicker } from '@mantine/dates';
import { say } from '../words/en/ui.ts';
import '@mantine/dates/styles.layer.css';

/** Days of the week as JavaScript counts them: 0 is Sunday. */
export type WeekStart = 0 | 1 | 2 | 3 | 4 | 5 | 6;

export interface CalendarProps {
  /** The chosen day (ISO 8601), or null. */
  readonly value: string | null;
  /** The day it opens at where none is chosen (ISO 8601). */
  readonly today: string;
  readonly weekBegins: WeekStart;
  /** Days on which nobody works are drawn fainter. */
  readonly isFree: (date: string) => boolean;
  readonly onChoose: (date: string) => void;
}

/** A month to choose a day from, walked by the arrow keys. Loaded when it is first opened. */
export function Calendar({ value, today, weekBegins, isFree, onChoose }: CalendarProps) {
  return (
    <DatePicker
      size="xs"
      value={value}
      defaultDate={value ?? today}
      firstDayOfWeek={weekBegins}
      weekendDays={[]}
      highlightToday
      getDayProps={(date) => ({
        ...(isFree(date) ? { style: { color: 'var(--ink-3)' } } : {}),
        ...(date === (value ?? today) ? { autoFocus: true } : {}),
      })}
      ariaLabels={{ nextMonth: say.nextMonth, previousMonth: say.monthBefore }}
      onChange={(date) => {
        if (date !== null) onChoose(date);
      }}
    />
  );
}
