import { Popover } from '@mantine/core';
import { lazy, Suspense } from 'react';
import type { ReactNode } from 'react';
import type { CalendarProps } from './Calendar.tsx';
import { say } from '../words/en/ui.ts';
import classes from './CalendarDrop.module.css';

const Calendar = lazy(async () => ({ default: (await import('./Calendar.tsx')).Calendar }));

interface CalendarDropProps extends CalendarProps {
  readonly opened: boolean;
  readonly onClose: () => void;
  /** What it hangs from. */
  readonly children: ReactNode;
}

/** A calendar below a field; Esc closes it and leaves the field as it was. */
export function CalendarDrop({ opened, onClose, onChoose, children, ...calendar }: CalendarDropProps) {
  return (
    <Popover
      opened={opened}
      onChange={(open) => {
        if (!open) onClose();
      }}
      position="bottom-start"
      trapFocus
      withRoles={false}
      returnFocus
      transitionProps={{ duration: 0 }}
      classNames={{ dropdown: classes.drop ?? '' }}
    >
      <Popover.Target>{children}</Popover.Target>
      <Popover.Dropdown
        role="dialog"
        aria-label={say.calendar}
        onKeyDown={(event) => {
          // Esc steps back from the calendar alone, not from what it stands on.
          if (event.key === 'Escape') event.stopPropagation();
        }}
      >
        <Suspense fallback={<p>{say.loading}</p>}>
          <Calendar
            {...calendar}
            onChoose={(date) => {
              onChoose(date);
              onClose();
            }}
          />
        </Suspense>
      </Popover.Dropdown>
    </Popover>
  );
}
