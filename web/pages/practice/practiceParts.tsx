import { LETTER_WINDOWS } from '../../../core/model/letterLayout.ts';
import type { LetterWindow } from '../../../core/model/letterLayout.ts';
import { REGIONS } from '../../../contract/practice.ts';
import type { PracticeJson } from '../../../contract/practice.ts';
import { CAUTIONS } from '../../../core/model/noteCodes.ts';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { cautionWords } from '../../words/en/noteWords.ts';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

interface PartProps {
  readonly values: PracticeJson;
  readonly onChange: (part: Partial<PracticeJson>) => void;
}

const WEEKDAYS = [say.monday, say.tuesday, say.wednesday, say.thursday, say.friday, say.saturday, say.sunday];

/** How sure a match has to be, as a share of such matches that were right. */
const SURE = [
  [0.9, say.whereNineInTenAre],
  [0.97, say.whereItIsAlmostSure],
  [0.99, say.whereItIsAsSure],
  [1, say.neverAllOfItWaits],
] as const;

const LETTERHEAD = [
  ['name', say.name],
  ['phone', say.telephone],
  ['website', say.website],
  ['email', say.emailAddressOfThePractice],
] as const;

const regionName = (tag: string): string =>
  new Intl.DisplayNames(['en'], { type: 'region' }).of(tag.slice(3)) ?? tag;

export function Letterhead({ values, onChange }: PartProps) {
  return (
    <>
      <h2>{say.letterhead}</h2>
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
        <SelectField
          label={say.daysAndFiguresAsIn}
          value={values.region ?? 'en-GB'}
          options={REGIONS.map((region) => [region, regionName(region)] as const)}
          onChange={(region) => {
            onChange({ region });
          }}
        />
        <TextField
          label={say.addressALineEach}
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
      <h2>{say.workingDays}</h2>
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
  none: say.noWindowTheAddressStands,
  dl: say.dlIso269PageFolded,
  c5: say.c5Iso269PageFolded,
  dinA: say.din5008FormA,
  dinB: say.din5008FormB,
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
      <h2>{say.lettersAndTextMessages}</h2>
      <div className={classes.fields}>
        <SelectField
          label={say.envelopeWindow}
          value={letters.window}
          options={LETTER_WINDOWS.map((one) => [one, WINDOWS[one]] as const)}
          onChange={(window) => {
            onChange({ letters: { ...letters, window } });
          }}
        />
        {millimetres(say.freeAtEitherSide, 'sideMm', [15, 18, 20, 22, 25])}
        {millimetres(say.roomToSignIn, 'signatureMm', [0, 8, 12, 16, 20, 25, 30])}
        <TextField
          label={say.textMessagesComeFrom}
          value={values.textSender ?? ''}
          placeholder={say.aMobileNumberOrUp}
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
      <h2>{say.whatComesIn}</h2>
      <div className={classes.fields}>
        <SelectField
          label={say.fileAutomatically}
          value={String(values.fileFrom)}
          options={SURE.map(([share, words]) => [String(share), words] as const)}
          onChange={(share) => {
            onChange({ fileFrom: Number(share) });
          }}
        />
        <TextField
          label={say.filingAddressesEndIn}
          value={values.filingDomain}
          placeholder={say.fileYourPracticeExample}
          onChange={(filingDomain) => {
            onChange({ filingDomain });
          }}
        />
        <TextField
          label={say.trustedMailServers}
          value={(values.trustedHosts ?? []).join(', ')}
          placeholder={say.mxYourProviderExample}
          onChange={(hosts) => {
            onChange({
              trustedHosts: hosts
                .split(/[\s,]+/)
                .filter((host, n, all) => host !== '' || n === all.length - 1),
            });
          }}
        />
      </div>
      <p className={classes.hint}>{say.anyoneCanWriteAnySenders}</p>
      <div className={classes.days}>
        <CheckField
          label={say.filesThatComeInBecome}
          checked={keepFiles.received}
          onChange={(received) => {
            onChange({ keepFiles: { ...keepFiles, received } });
          }}
        />
        <CheckField
          label={say.filesSentFromElsewhereDo}
          checked={keepFiles.sent}
          onChange={(sent) => {
            onChange({ keepFiles: { ...keepFiles, sent } });
          }}
        />
      </div>
    </>
  );
}

/** What is offered wherever a category is typed; others can be typed all the same. */
export function Categories({ values, onChange }: PartProps) {
  const field = (
    label: string,
    name: 'documentCategories' | 'correspondenceCategories' | 'newsCategories',
  ) => (
    <TextField
      label={label}
      multiline
      value={(values[name] ?? []).join('\n')}
      onChange={(typed) => {
        onChange({
          [name]: typed
            .split('\n')
            .map((line) => line.slice(0, 40))
            .filter((line, n, all) => line !== '' || n === all.length - 1),
        });
      }}
    />
  );
  return (
    <>
      <h2>{say.categories}</h2>
      <div className={classes.fields}>
        {field(say.documentsALineEach, 'documentCategories')}
        {field(say.correspondenceALineEach, 'correspondenceCategories')}
        {field(say.newsALineEach, 'newsCategories')}
      </div>
    </>
  );
}

export function Cautions({ values, onChange }: PartProps) {
  const { cautionsOff } = values;
  return (
    <>
      <h2>{say.notesInTheMargin}</h2>
      <p className={classes.hint}>{say.whatCannotGoIsAlways}</p>
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
        label={say.theSameTemplateToThe}
        type="number"
        value={String(values.repeatDays)}
        onChange={(typed) => {
          const days = Math.round(Number(typed));
          if (days >= 0 && days <= 90) onChange({ repeatDays: days });
        }}
      />
      <h2>{say.figures}</h2>
      <CheckField
        label={say.figuresByName}
        checked={values.figuresByName === true}
        onChange={(figuresByName) => {
          onChange({ figuresByName });
        }}
      />
    </>
  );
}
