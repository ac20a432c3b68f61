import { useState } from 'react';
import type { KeyboardEvent } from 'react';
import { formatDate } from '../../../../core/dates/formatDate.ts';
import { readDate } from '../../../../core/dates/readDate.ts';
import type { Looking } from '../../../../core/dates/readDate.ts';
import { parsePlainDate } from '../../../../core/model/plainDate.ts';
import { today } from '../../../words/dates.ts';
import { CalendarDrop } from '../../../ui/CalendarDrop.tsx';
import { useMonth } from '../../../parts/days/useMonth.ts';
import { useCalendar, useMoments } from '../../../parts/editor/useMoments.ts';
import { sizedByContent } from './sizing.ts';
import { say } from '../../../words/en/matter-sheet.ts';
import classes from './Sheet.module.css';

interface DateBlankProps {
  /** A day alone, or with its time. */
  readonly kind: 'date' | 'dateTime';
  readonly label: string;
  /** Which year a day without one is in. */
  readonly looking: Looking;
  readonly answer: string;
  readonly onAnswer: (answer: string) => void;
  readonly common: Readonly<Record<string, unknown>>;
}

const UNREAD = {
  date: say.noDayYet5March,
  dateTime: say.noTimeYetTomorrowAt,
};

/** A day from the calendar comes with an hour that is then typed over. */
const DEFAULT_TIME = '09:00';

const MOMENT = /^\d{4}-\d{2}-\d{2} \d{2}:\d{2}$/;

/** An answer as it is shown in full. */
function wordsOf(answer: string): string {
  const date = parsePlainDate(answer.slice(0, 10));
  if (!date) return '';
  return MOMENT.test(answer) ? `${formatDate(date, 'long')}, ${answer.slice(11)}` : formatDate(date, 'long');
}

/**
 * A day, typed as people say it (`next friday`, `+10 working days`, `5 March`), or chosen from a calendar with Alt and the
 * down arrow; with its time where that is asked (`tomorrow at 9:30`, `within 24 hours`). What is typed and is no day is no
 * answer, and says so.
 */
export function DateBlank({ kind, label, looking, answer, onAnswer, common }: DateBlankProps) {
  const [typed, setTyped] = useState<string>();
  const [opened, setOpened] = useState(false);
  const month = useMonth();
  const calendar = useCalendar();
  const momentOf = useMoments();
  const words = wordsOf(answer);
  const unread = typed !== undefined && typed.trim() !== '' && words === '';
  const type = (text: string): void => {
    setTyped(text);
    if (kind === 'date') {
      onAnswer(readDate(text, today(), calendar, looking) ?? '');
      return;
    }
    onAnswer(momentOf(text, looking));
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key !== 'ArrowDown' || !event.altKey) return;
    event.preventDefault();
    setOpened(true);
  };
  const shown = typed ?? words;
  return (
    <>
      <CalendarDrop
        {...month}
        opened={opened}
        value={answer === '' ? null : answer.slice(0, 10)}
        onClose={() => {
          setOpened(false);
        }}
        onChoose={(day) => {
          setTyped(undefined);
          onAnswer(kind === 'date' ? day : `${day} ${answer.slice(11) || DEFAULT_TIME}`);
        }}
      >
        <input
          {...common}
          className={classes.blank}
          type="text"
          value={shown}
          placeholder={label}
          aria-invalid={unread}
          style={sizedByContent ? undefined : { width: `${Math.max(12, shown.length + 1)}ch` }}
          onFocus={(event) => {
            event.currentTarget.select();
          }}
          onBlur={() => {
            if (!unread) setTyped(undefined);
          }}
          onKeyDown={onKey}
          onChange={(event) => {
            type(event.currentTarget.value);
          }}
        />
      </CalendarDrop>
      {typed !== undefined && words !== '' && typed !== words ? (
        <small className={classes.readAs}>{words}</small>
      ) : null}
      {unread ? <small className={classes.readAs}>{UNREAD[kind]}</small> : null}
    </>
  );
}
