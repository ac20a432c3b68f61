import { clock } from '../../../words/dates.ts';
import type { SendingJson } from '../../../../contract/sending.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import { unusedKey } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-sending.ts';
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
            label={say.name}
            value={name}
            onChange={(typed) => {
              setSender(n, { name: typed });
            }}
          />
          <TextField
            label={say.address}
            type="email"
            value={address}
            onChange={(typed) => {
              setSender(n, { address: typed });
            }}
          />
          {mayChange ? (
            <Button
              aria-label={say.removeNamed(name)}
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
          {say.anotherSender}
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
      <SelectField
        label={say.thePracticeWorksFrom}
        value={String(workingHours.fromMinute)}
        options={clocks(workingHours.fromMinute)}
        onChange={(minute) => {
          onChange({ workingHours: { ...workingHours, fromMinute: Number(minute) } });
        }}
      />
      <SelectField
        label={say.until}
        value={String(workingHours.untilMinute)}
        options={clocks(workingHours.untilMinute)}
        onChange={(minute) => {
          onChange({ workingHours: { ...workingHours, untilMinute: Number(minute) } });
        }}
      />
      <SelectField
        label={say.delayBeforeSending}
        value={String(values.holdSeconds)}
        options={[...new Set([...HOLDS, values.holdSeconds])]
          .sort((a, b) => a - b)
          .map((seconds) => [String(seconds), holdWords(seconds)] as const)}
        onChange={(seconds) => {
          onChange({ holdSeconds: Number(seconds) });
        }}
      />
      <TextField
        label={say.releaseAbove}
        type="number"
        value={String(values.releaseAbove ?? 0)}
        onChange={(typed) => {
          const releaseAbove = Number(typed);
          if (Number.isInteger(releaseAbove) && releaseAbove >= 0) onChange({ releaseAbove });
        }}
      />
      <TextField
        label={say.timeZone}
        value={values.timeZone}
        list={Intl.supportedValuesOf('timeZone')}
        onChange={(timeZone) => {
          onChange({ timeZone });
        }}
      />
      <TextField
        label={say.largestMessageInMb}
        type="number"
        value={String(values.maxMessageBytes / MEGABYTE)}
        onChange={(typed) => {
          onChange({ maxMessageBytes: Math.round(Number(typed) * MEGABYTE) });
        }}
      />
    </div>
  );
}

const QUARTER_HOURS = Array.from({ length: 96 }, (_, n) => n * 15);

/** Times of the day by quarters of an hour, and the one that is set. */
const clocks = (set: number): readonly (readonly [string, string])[] =>
  [...new Set([...QUARTER_HOURS, set])]
    .sort((a, b) => a - b)
    .map((minute) => [String(minute), clock(Math.floor(minute / 60), minute % 60)] as const);

function holdWords(seconds: number): string {
  if (seconds === 0) return say.notAtAll;
  return seconds < 60 ? `${seconds} seconds` : seconds === 60 ? say.aMinute : `${seconds / 60} minutes`;
}
