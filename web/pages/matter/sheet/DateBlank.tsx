import { useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import { formatDate } from '../../../../core/dates/formatDate.ts';
import { readDate } from '../../../../core/dates/readDate.ts';
import type { Looking } from '../../../../core/dates/readDate.ts';
import { parsePlainDate } from '../../../../core/model/plainDate.ts';
import { today } from '../../../words/dates.ts';
import { usePracticeQuery } from '../../../api/practice.ts';
import { sizedByContent } from './sizing.ts';
import classes from './Sheet.module.css';

interface DateBlankProps {
  readonly label: string;
  /** Which year a day without one is in. */
  readonly looking: Looking;
  readonly answer: string;
  readonly onAnswer: (answer: string) => void;
  readonly common: Readonly<Record<string, unknown>>;
}

const EVERY_WEEKDAY = [1, 2, 3, 4, 5];

/**
 * A day, typed as people say it (`next friday`, `+10 working days`, `5 March`), or chosen from a calendar with Alt and the
 * down arrow. What is typed and is no day is no answer, and says so.
 */
export function DateBlank({ label, looking, answer, onAnswer, common }: DateBlankProps) {
  const [typed, setTyped] = useState<string>();
  const picker = useRef<HTMLInputElement>(null);
  const { data: practice } = usePracticeQuery();
  const date = parsePlainDate(answer);
  const words = date ? formatDate(date, 'long') : '';
  const unread = typed !== undefined && typed.trim() !== '' && !date;
  const type = (text: string): void => {
    setTyped(text);
    const calendar = {
      weekdays: new Set(practice?.weekdays ?? EVERY_WEEKDAY),
      holidays: new Set((practice?.holidays ?? []).flatMap((day) => parsePlainDate(day) ?? [])),
    };
    onAnswer(readDate(text, today(), calendar, looking) ?? '');
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key !== 'ArrowDown' || !event.altKey) return;
    event.preventDefault();
    picker.current?.showPicker();
  };
  const shown = typed ?? words;
  return (
    <>
      <input
        {...common}
        type="text"
        value={shown}
        placeholder={label}
        aria-invalid={unread}
        title={unread ? 'This is no day yet: “5 March”, “next friday”, “+10 working days”' : words || label}
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
      {typed !== undefined && words !== '' && typed !== words ? (
        <small className={classes.readAs}>{words}</small>
      ) : null}
      <input
        ref={picker}
        className={classes.picker}
        type="date"
        tabIndex={-1}
        aria-hidden="true"
        value={answer}
        onChange={(event) => {
          setTyped(undefined);
          onAnswer(event.currentTarget.value);
        }}
      />
    </>
  );
}
