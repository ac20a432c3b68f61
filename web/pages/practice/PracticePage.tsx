import { useForm } from '@mantine/form';
import { useState } from 'react';
import { Link, useNavigate, useOutletContext } from 'react-router';
import type { PracticeJson } from '../../../contract/practice.ts';
import type { Session } from '../../../contract/session.ts';
import { formatDate } from '../../../core/dates/formatDate.ts';
import { readDay } from '../../words/dates.ts';
import { CAUTIONS } from '../../../core/model/noteCodes.ts';
import { cautionWords, plural, problemWords } from '../../words/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { ReadOnly } from '../../ui/ReadOnly.tsx';
import { ADMINISTRATORS_ALONE, mayDo } from '../../words/rights.ts';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { KeptSafe } from '../../parts/exports/KeptSafe.tsx';
import { useChangePracticeMutation, usePracticeQuery } from '../../api/practice.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import classes from './Practice.module.css';

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

const SURE = [
  [0.9, 'where nine in ten are right'],
  [0.97, 'where it is almost sure'],
  [0.99, 'where it is as sure as can be'],
  [1, 'never: all of it waits in the in-tray'],
] as const;

/** What the practice decides once for everybody: kinds of matter, the days it works, its letterhead. */
export function PracticePage() {
  const { user } = useOutletContext<Session>();
  const mayChange = mayDo(user, 'settings');
  const navigate = useNavigate();
  const { data: types, error } = useMatterTypesQuery();
  const { currentData: practice } = usePracticeQuery();
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>Practice</h1>
      </header>
      <div className={classes.columns}>
        <section aria-label="Kinds of matter">
          <h2>Kinds of matter</h2>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {types?.items.map(({ id, matters, definition }) => (
            <Link key={id} to={`/practice/kinds/${id}`} className={classes.kind}>
              <b>{definition.name}</b>
              <span>
                {plural(definition.facts.length, 'fact')}, {plural(definition.roles.length, 'role')},{' '}
                {plural(definition.calculated.length, 'calculated value')}
              </span>
              <small>{plural(matters, 'matter')}</small>
            </Link>
          ))}
          {mayChange ? (
            <Button kind="go" onClick={() => void navigate('/practice/kinds/new')}>
              New kind of matter
            </Button>
          ) : null}
          <h2>Sending</h2>
          <Link to="/practice/sending" className={classes.kind}>
            <b>Senders and mail hosts</b>
            <span>Whom mail goes out under, when it leaves, and through which host</span>
          </Link>
          <KeptSafe mayTakeAll={mayDo(user, 'archive')} />
        </section>
        {practice ? (
          <PracticeForm key={JSON.stringify(practice)} practice={practice} mayChange={mayChange} />
        ) : null}
      </div>
    </div>
  );
}

function PracticeForm({
  practice,
  mayChange,
}: {
  readonly practice: PracticeJson;
  readonly mayChange: boolean;
}) {
  const form = useForm<PracticeJson>({ initialValues: practice });
  const [change, { error, isLoading }] = useChangePracticeMutation();
  const { values, setValues } = form;
  const [holiday, setHoliday] = useState('');
  const addHoliday = (): void => {
    if (holiday === '' || values.holidays.includes(holiday)) return;
    setValues({ holidays: [...values.holidays, holiday].sort() });
    setHoliday('');
  };
  const text = (key: 'name' | 'phone' | 'website' | 'email', label: string) => (
    <TextField
      label={label}
      value={values[key]}
      onChange={(value) => {
        setValues({ [key]: value });
      }}
    />
  );
  return (
    <section aria-label="Letterhead and days">
      <ReadOnly why={mayChange ? undefined : ADMINISTRATORS_ALONE}>
        <h2>Letterhead</h2>
        <div className={classes.fields}>
          {text('name', 'Name')}
          {text('phone', 'Telephone')}
          {text('website', 'Website')}
          {text('email', 'Mail address of the practice')}
          <TextField
            label="Address, a line each"
            multiline
            value={values.addressLines.join('\n')}
            onChange={(typed) => {
              setValues({ addressLines: typed.split('\n').slice(0, 8) });
            }}
          />
        </div>
        <h2>Working days</h2>
        <div className={classes.days}>
          {WEEKDAYS.map((name, n) => (
            <CheckField
              key={name}
              label={name}
              checked={values.weekdays.includes(n + 1)}
              onChange={(worked) => {
                const weekdays = worked
                  ? [...values.weekdays, n + 1]
                  : values.weekdays.filter((day) => day !== n + 1);
                if (weekdays.length > 0) setValues({ weekdays });
              }}
            />
          ))}
        </div>
        <h2>What comes in</h2>
        <div className={classes.fields}>
          <SelectField
            label="It is filed by itself"
            value={String(values.fileFrom)}
            options={SURE.map(([share, words]) => [String(share), words] as const)}
            onChange={(share) => {
              setValues({ fileFrom: Number(share) });
            }}
          />
          <TextField
            label="The matters’ own addresses end in"
            value={values.filingDomain}
            placeholder="file.your-practice.example"
            onChange={(filingDomain) => {
              setValues({ filingDomain });
            }}
          />
        </div>
        <div className={classes.days}>
          <CheckField
            label="Files that come in become documents of the matter"
            checked={values.keepFiles.received}
            onChange={(received) => {
              setValues({ keepFiles: { ...values.keepFiles, received } });
            }}
          />
          <CheckField
            label="Files sent from elsewhere do too"
            checked={values.keepFiles.sent}
            onChange={(sent) => {
              setValues({ keepFiles: { ...values.keepFiles, sent } });
            }}
          />
        </div>
        <h2>Notes in the margin</h2>
        <p className={classes.hint}>
          What cannot go is always stopped. These say why and let the writer decide; take off what is of no
          use here.
        </p>
        <div className={classes.cautions}>
          {CAUTIONS.map((code) => (
            <CheckField
              key={code}
              label={cautionWords(code)}
              checked={!values.cautionsOff.includes(code)}
              onChange={(on) => {
                setValues({
                  cautionsOff: on
                    ? values.cautionsOff.filter((one) => one !== code)
                    : [...values.cautionsOff, code],
                });
              }}
            />
          ))}
        </div>
        <TextField
          label="The same template to the same person is pointed out within so many days"
          type="number"
          value={String(values.repeatDays)}
          onChange={(typed) => {
            const days = Math.round(Number(typed));
            if (days >= 0 && days <= 90) setValues({ repeatDays: days });
          }}
        />
        <h2>Holidays</h2>
        <ul className={classes.holidays}>
          {values.holidays.map((day) => (
            <li key={day}>
              {formatDate(readDay(day), 'longWeekday')}
              {mayChange ? (
                <Button
                  aria-label={`Take out ${day}`}
                  onClick={() => {
                    setValues({ holidays: values.holidays.filter((one) => one !== day) });
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
            <TextField label="Another holiday" type="date" value={holiday} onChange={setHoliday} />
            <Button onClick={addHoliday}>Add</Button>
          </div>
        ) : null}
        {error ? (
          <p className={classes.problem} role="alert">
            {problemWords(error)}
          </p>
        ) : null}
        {mayChange ? (
          <Button kind="go" disabled={!form.isDirty() || isLoading} onClick={() => void change(values)}>
            Keep
          </Button>
        ) : null}
      </ReadOnly>
    </section>
  );
}
