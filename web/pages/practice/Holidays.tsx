import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { DayField } from '../../parts/days/DayField.tsx';
import { readDay, writeDay } from '../../words/dates.ts';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

interface HolidaysProps {
  /** Plain dates, in order. */
  readonly holidays: readonly string[];
  readonly mayChange: boolean;
  readonly onChange: (holidays: string[]) => void;
}

/** The days on which the practice does not work. */
export function Holidays({ holidays, mayChange, onChange }: HolidaysProps) {
  const [another, setAnother] = useState('');
  const add = (): void => {
    if (another === '' || holidays.includes(another)) return;
    onChange([...holidays, another].sort());
    setAnother('');
  };
  return (
    <>
      <h2>{say.holidays}</h2>
      <ul className={classes.holidays}>
        {holidays.map((day) => (
          <li key={day}>
            {writeDay(readDay(day), 'longWeekday')}
            {mayChange ? (
              <Button
                aria-label={say.remove(day)}
                onClick={() => {
                  onChange(holidays.filter((one) => one !== day));
                }}
              >
                ×
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {mayChange ? (
        <div className={classes.add}>
          <DayField label={say.anotherHoliday} value={another} onChange={setAnother} />
          <Button onClick={add}>{say.add}</Button>
        </div>
      ) : null}
    </>
  );
}
