import { useForm } from '@mantine/form';
import { Link, useOutletContext } from 'react-router';
import type { SendingJson } from '../../../../contract/sending.ts';
import type { Session } from '../../../../contract/session.ts';
import { problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { ReadOnly } from '../../../ui/ReadOnly.tsx';
import { ADMINISTRATORS_ALONE, mayDo } from '../../../words/rights.ts';
import { useChangeSendingMutation, useSendingQuery } from '../../../api/sending.ts';
import { unusedKey } from '../../../words/typeWords.ts';
import { MailHosts } from './MailHosts.tsx';
import classes from '../Practice.module.css';

const MEGABYTE = 1_000_000;
const HOLDS = [0, 5, 10, 15, 30, 60, 120, 300] as const;

/** Whom mail goes out under, when it leaves, and which hosts carry it. */
export function SendingPage() {
  const { user } = useOutletContext<Session>();
  const mayChange = mayDo(user, 'settings');
  const { currentData: sending, error } = useSendingQuery();
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          <Link to="/practice">Practice</Link> · Sending
        </h1>
      </header>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.columns}>
        {sending ? (
          <SendingForm key={JSON.stringify(sending)} sending={sending} mayChange={mayChange} />
        ) : null}
        {mayChange ? <MailHosts /> : null}
      </div>
    </div>
  );
}

function SendingForm({ sending, mayChange }: { readonly sending: SendingJson; readonly mayChange: boolean }) {
  const form = useForm<SendingJson>({ initialValues: sending });
  const { values, setValues } = form;
  const [change, { error, isLoading }] = useChangeSendingMutation();
  const { senders, workingHours } = values;
  const setSender = (at: number, part: Partial<SendingJson['senders'][number]>): void => {
    setValues({ senders: senders.map((one, n) => (n === at ? { ...one, ...part } : one)) });
  };
  return (
    <section aria-label="Senders and times">
      <ReadOnly why={mayChange ? undefined : ADMINISTRATORS_ALONE}>
        <h2>Senders</h2>
        <p className={classes.hint}>
          Mail goes out under whoever writes it. Templates and writers can choose one of these instead; what
          comes in for them is the practice’s own.
        </p>
        {senders.map(({ key, name, address }, n) => (
          <div key={key} className={classes.sender}>
            <TextField
              label="Name"
              value={name}
              onChange={(typed) => {
                setSender(n, { name: typed });
              }}
            />
            <TextField
              label="Address"
              type="email"
              value={address}
              onChange={(typed) => {
                setSender(n, { address: typed });
              }}
            />
            {mayChange ? (
              <Button
                aria-label={`Take out ${name}`}
                onClick={() => {
                  setValues({ senders: senders.filter((one) => one.key !== key) });
                }}
              >
                ×
              </Button>
            ) : null}
          </div>
        ))}
        {mayChange ? (
          <Button
            onClick={() => {
              const key = unusedKey('sender');
              setValues({ senders: [...senders, { key, name: '', address: '' }] });
            }}
          >
            Another sender
          </Button>
        ) : null}
        <h2>When it leaves</h2>
        <div className={classes.fields}>
          <TextField
            label="The practice works from"
            type="time"
            value={clockText(workingHours.fromMinute)}
            onChange={(typed) => {
              setValues({ workingHours: { ...workingHours, fromMinute: minutesOf(typed) } });
            }}
          />
          <TextField
            label="until"
            type="time"
            value={clockText(workingHours.untilMinute)}
            onChange={(typed) => {
              setValues({ workingHours: { ...workingHours, untilMinute: minutesOf(typed) } });
            }}
          />
          <SelectField
            label="It can be called back for"
            value={String(values.holdSeconds)}
            options={[...new Set([...HOLDS, values.holdSeconds])]
              .sort((a, b) => a - b)
              .map((seconds) => [String(seconds), holdWords(seconds)] as const)}
            onChange={(seconds) => {
              setValues({ holdSeconds: Number(seconds) });
            }}
          />
          <TextField
            label="Time zone"
            value={values.timeZone}
            list={Intl.supportedValuesOf('timeZone')}
            onChange={(timeZone) => {
              setValues({ timeZone });
            }}
          />
          <TextField
            label="Largest message, in MB"
            type="number"
            value={String(values.maxMessageBytes / MEGABYTE)}
            onChange={(typed) => {
              setValues({ maxMessageBytes: Math.round(Number(typed) * MEGABYTE) });
            }}
          />
        </div>
        <p className={classes.hint}>
          Working days and holidays stand on the page before. What a host says that it takes holds, where that
          is less.
        </p>
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

const clockText = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

function minutesOf(clock: string): number {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number);
  return hours * 60 + minutes;
}

function holdWords(seconds: number): string {
  if (seconds === 0) return 'not at all';
  return seconds < 60 ? `${seconds} seconds` : seconds === 60 ? 'a minute' : `${seconds / 60} minutes`;
}
