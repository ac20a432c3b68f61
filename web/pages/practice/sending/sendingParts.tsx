import { formatTime } from '../../../../core/dates/formatDate.ts';
import type { SendingJson } from '../../../../contract/sending.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { unusedKey } from '../../../words/typeWords.ts';
import classes from '../Practice.module.css';

const MEGABYTE = 1_000_000;
const HOLDS = [0, 5, 10, 15, 30, 60, 120, 300] as const;

interface PartProps {
  readonly values: SendingJson;
  readonly onChange: (part: Partial<SendingJson>) => void;
}

/** Names and addresses of the practice's own that mail can go out under. */
export function Senders({
  values: { senders },
  mayChange,
  onChange,
}: PartProps & { readonly mayChange: boolean }) {
  const setSender = (at: number, part: Partial<SendingJson['senders'][number]>): void => {
    onChange({ senders: senders.map((one, n) => (n === at ? { ...one, ...part } : one)) });
  };
  return (
    <>
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
              aria-label={`Remove ${name}`}
              onClick={() => {
                onChange({ senders: senders.filter((one) => one.key !== key) });
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
            onChange({ senders: [...senders, { key, name: '', address: '' }] });
          }}
        >
          Another sender
        </Button>
      ) : null}
    </>
  );
}

/** When mail leaves, how long it can be stopped, and how large it may be. */
export function Times({ values, onChange }: PartProps) {
  const { workingHours } = values;
  return (
    <div className={classes.fields}>
      <TextField
        label="The practice works from"
        type="time"
        value={clockText(workingHours.fromMinute)}
        onChange={(typed) => {
          onChange({ workingHours: { ...workingHours, fromMinute: minutesOf(typed) } });
        }}
      />
      <TextField
        label="until"
        type="time"
        value={clockText(workingHours.untilMinute)}
        onChange={(typed) => {
          onChange({ workingHours: { ...workingHours, untilMinute: minutesOf(typed) } });
        }}
      />
      <SelectField
        label="Delay before sending"
        value={String(values.holdSeconds)}
        options={[...new Set([...HOLDS, values.holdSeconds])]
          .sort((a, b) => a - b)
          .map((seconds) => [String(seconds), holdWords(seconds)] as const)}
        onChange={(seconds) => {
          onChange({ holdSeconds: Number(seconds) });
        }}
      />
      <TextField
        label="Time zone"
        value={values.timeZone}
        list={Intl.supportedValuesOf('timeZone')}
        onChange={(timeZone) => {
          onChange({ timeZone });
        }}
      />
      <TextField
        label="Largest message, in MB"
        type="number"
        value={String(values.maxMessageBytes / MEGABYTE)}
        onChange={(typed) => {
          onChange({ maxMessageBytes: Math.round(Number(typed) * MEGABYTE) });
        }}
      />
    </div>
  );
}

const clockText = (minutes: number): string => formatTime(Math.floor(minutes / 60), minutes % 60);

function minutesOf(clock: string): number {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number);
  return hours * 60 + minutes;
}

function holdWords(seconds: number): string {
  if (seconds === 0) return 'not at all';
  return seconds < 60 ? `${seconds} seconds` : seconds === 60 ? 'a minute' : `${seconds / 60} minutes`;
}
