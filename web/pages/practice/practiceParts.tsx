import { LETTER_WINDOWS } from '../../../core/model/letterLayout.ts';
import type { LetterWindow } from '../../../core/model/letterLayout.ts';
import type { PracticeJson } from '../../../contract/practice.ts';
import { CAUTIONS } from '../../../core/model/noteCodes.ts';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { cautionWords } from '../../words/noteWords.ts';
import classes from './Practice.module.css';

interface PartProps {
  readonly values: PracticeJson;
  readonly onChange: (part: Partial<PracticeJson>) => void;
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** How sure a match has to be, as a share of such matches that were right. */
const SURE = [
  [0.9, 'where nine in ten are right'],
  [0.97, 'where it is almost sure'],
  [0.99, 'where it is as sure as can be'],
  [1, 'never: all of it waits in the in-tray'],
] as const;

const LETTERHEAD = [
  ['name', 'Name'],
  ['phone', 'Telephone'],
  ['website', 'Website'],
  ['email', 'Email address of the practice'],
] as const;

export function Letterhead({ values, onChange }: PartProps) {
  return (
    <>
      <h2>Letterhead</h2>
      <div className={classes.fields}>
        {LETTERHEAD.map(([key, label]) => (
          <TextField
            key={key}
            label={label}
            value={values[key]}
            onChange={(value) => {
              onChange({ [key]: value });
            }}
          />
        ))}
        <TextField
          label="Address, a line each"
          multiline
          value={values.addressLines.join('\n')}
          onChange={(typed) => {
            onChange({ addressLines: typed.split('\n').slice(0, 8) });
          }}
        />
      </div>
    </>
  );
}

export function WorkingDays({ values, onChange }: PartProps) {
  const set = (day: number, worked: boolean): void => {
    const weekdays = worked ? [...values.weekdays, day] : values.weekdays.filter((one) => one !== day);
    // A week without a working day has no next one to count to.
    if (weekdays.length > 0) onChange({ weekdays });
  };
  return (
    <>
      <h2>Working days</h2>
      <div className={classes.days}>
        {WEEKDAYS.map((name, n) => (
          <CheckField
            key={name}
            label={name}
            checked={values.weekdays.includes(n + 1)}
            onChange={(worked) => {
              set(n + 1, worked);
            }}
          />
        ))}
      </div>
    </>
  );
}

const WINDOWS: Readonly<Record<LetterWindow, string>> = {
  none: 'no window: the address stands above the text',
  dl: 'DL (ISO 269), page folded in three',
  c5: 'C5 (ISO 269), page folded in two',
  dinA: 'DIN 5008, form A',
  dinB: 'DIN 5008, form B',
};

/** How letters are laid out on paper, and what text messages come from. */
export function Letters({ values, onChange }: PartProps) {
  const { letters } = values;
  if (!letters) return null;
  const millimetres = (label: string, name: 'sideMm' | 'signatureMm', choices: readonly number[]) => (
    <SelectField
      label={label}
      value={String(letters[name])}
      options={[...new Set([...choices, letters[name]])].map((mm) => [String(mm), `${mm} mm`] as const)}
      onChange={(mm) => {
        onChange({ letters: { ...letters, [name]: Number(mm) } });
      }}
    />
  );
  return (
    <>
      <h2>Letters and text messages</h2>
      <div className={classes.fields}>
        <SelectField
          label="Envelope window"
          value={letters.window}
          options={LETTER_WINDOWS.map((one) => [one, WINDOWS[one]] as const)}
          onChange={(window) => {
            onChange({ letters: { ...letters, window } });
          }}
        />
        {millimetres('Free at either side', 'sideMm', [15, 18, 20, 22, 25])}
        {millimetres('Room to sign in', 'signatureMm', [0, 8, 12, 16, 20, 25, 30])}
        <TextField
          label="Text messages come from"
          value={values.textSender ?? ''}
          placeholder="a mobile number, or up to 11 letters"
          onChange={(textSender) => {
            onChange({ textSender });
          }}
        />
      </div>
    </>
  );
}

export function Incoming({ values, onChange }: PartProps) {
  const { keepFiles } = values;
  return (
    <>
      <h2>What comes in</h2>
      <div className={classes.fields}>
        <SelectField
          label="File automatically"
          value={String(values.fileFrom)}
          options={SURE.map(([share, words]) => [String(share), words] as const)}
          onChange={(share) => {
            onChange({ fileFrom: Number(share) });
          }}
        />
        <TextField
          label="Filing addresses end in"
          value={values.filingDomain}
          placeholder="file.your-practice.example"
          onChange={(filingDomain) => {
            onChange({ filingDomain });
          }}
        />
        <TextField
          label="Trusted mail servers"
          value={(values.trustedHosts ?? []).join(', ')}
          placeholder="mx.your-provider.example"
          onChange={(hosts) => {
            onChange({
              trustedHosts: hosts
                .split(/[\s,]+/)
                .filter((host, n, all) => host !== '' || n === all.length - 1),
            });
          }}
        />
      </div>
      <p className={classes.hint}>
        Anyone can write any sender’s name on a message. Your mail server checks it, and says so in each
        message’s “Authentication-Results” header under its own name. What it does not vouch for waits in the
        in-tray. Without a server named here, only what claims to be from yourselves waits.
      </p>
      <div className={classes.days}>
        <CheckField
          label="Files that come in become documents of the matter"
          checked={keepFiles.received}
          onChange={(received) => {
            onChange({ keepFiles: { ...keepFiles, received } });
          }}
        />
        <CheckField
          label="Files sent from elsewhere do too"
          checked={keepFiles.sent}
          onChange={(sent) => {
            onChange({ keepFiles: { ...keepFiles, sent } });
          }}
        />
      </div>
    </>
  );
}

export function Cautions({ values, onChange }: PartProps) {
  const { cautionsOff } = values;
  return (
    <>
      <h2>Notes in the margin</h2>
      <p className={classes.hint}>
        What cannot go is always stopped. These say why and let the writer decide; take off what is of no use
        here.
      </p>
      <div className={classes.cautions}>
        {CAUTIONS.map((code) => (
          <CheckField
            key={code}
            label={cautionWords(code)}
            checked={!cautionsOff.includes(code)}
            onChange={(on) => {
              onChange({
                cautionsOff: on ? cautionsOff.filter((one) => one !== code) : [...cautionsOff, code],
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
          if (days >= 0 && days <= 90) onChange({ repeatDays: days });
        }}
      />
    </>
  );
}
