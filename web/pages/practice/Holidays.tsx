import { useRef, useState } from 'react';
import type { NamedDays } from '../../../contract/practice.ts';
import {
  useCalendarHolidaysMutation,
  useHolidaySetsQuery,
  useLazyCountryHolidaysQuery,
} from '../../api/practice.ts';
import { Button } from '../../ui/Button.tsx';
import { DayField } from '../../parts/days/DayField.tsx';
import { SelectField, TextField } from '../../ui/Field.tsx';
import { FileChooser } from '../../ui/FileChooser.tsx';
import { readDay, writeDay } from '../../words/dates.ts';
import { problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

type Names = Readonly<Record<string, string>>;

interface HolidaysProps {
  /** Plain dates, in order. */
  readonly holidays: readonly string[];
  /** What they are called, by their day. */
  readonly names: Names;
  readonly mayChange: boolean;
  readonly onChange: (holidays: string[], names: Names) => void;
}

/** The days on which the practice does not work: typed, of a country, or from a calendar file. */
export function Holidays({ holidays, names, mayChange, onChange }: HolidaysProps) {
  const [another, setAnother] = useState('');
  const [called, setCalled] = useState('');
  const takeOver = ({ days }: NamedDays): void => {
    onChange([...new Set([...holidays, ...days.map(({ day }) => day)])].sort(), {
      ...Object.fromEntries(days.map(({ day, name }) => [day, name])),
      ...names,
    });
  };
  const add = (): void => {
    if (another === '' || holidays.includes(another)) return;
    onChange([...holidays, another].sort(), called === '' ? names : { ...names, [another]: called });
    setAnother('');
    setCalled('');
  };
  return (
    <>
      <h2>{say.holidays}</h2>
      <ul className={classes.holidays}>
        {holidays.map((day) => (
          <li key={day}>
            {writeDay(readDay(day), 'longWeekday')}
            {names[day] === undefined ? null : <small> · {names[day]}</small>}
            {mayChange ? (
              <Button
                aria-label={say.remove(day)}
                onClick={() => {
                  onChange(
                    holidays.filter((one) => one !== day),
                    names,
                  );
                }}
              >
                ×
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {mayChange ? (
        <>
          <div className={classes.add}>
            <DayField label={say.anotherHoliday} value={another} onChange={setAnother} />
            <TextField label={say.holidayName} value={called} onChange={setCalled} />
            <Button onClick={add}>{say.add}</Button>
          </div>
          <OfACountry onDays={takeOver} />
        </>
      ) : null}
    </>
  );
}

const WHOLE = '';

/** The holidays of a country, or of a part of it, or those of a calendar file: added to the list, and saved with it. */
function OfACountry({ onDays }: { readonly onDays: (days: NamedDays) => void }) {
  const { data: countries } = useHolidaySetsQuery(undefined);
  const [country, setCountry] = useState('GB');
  const { currentData: parts } = useHolidaySetsQuery(country);
  const [part, setPart] = useState(WHOLE);
  const [find, finding] = useLazyCountryHolidaysQuery();
  const [read, reading] = useCalendarHolidaysMutation();
  const file = useRef<HTMLInputElement>(null);
  const error = finding.error ?? reading.error;
  return (
    <>
      <div className={classes.add}>
        <SelectField
          label={say.holidaysOf}
          value={country}
          options={(countries?.items ?? []).map(({ code, name }) => [code, name] as const)}
          onChange={(code) => {
            setCountry(code);
            setPart(WHOLE);
          }}
        />
        {parts && parts.items.length > 0 ? (
          <SelectField
            label={say.partOfIt}
            value={part}
            options={[[WHOLE, say.allOfIt], ...parts.items.map(({ code, name }) => [code, name] as const)]}
            onChange={setPart}
          />
        ) : null}
        <Button
          disabled={finding.isFetching}
          onClick={() => {
            void find({ country, ...(part === WHOLE ? {} : { part }) })
              .unwrap()
              .then(onDays, () => undefined);
          }}
        >
          {say.addThese}
        </Button>
        <Button disabled={reading.isLoading} onClick={() => file.current?.click()}>
          {say.fromACalendarFile}
        </Button>
        <FileChooser
          ref={file}
          label={say.calendarFile}
          accept=".ics,text/calendar"
          onChoose={([one]) => {
            if (one)
              void read(one)
                .unwrap()
                .then(onDays, () => undefined);
          }}
        />
      </div>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
    </>
  );
}
