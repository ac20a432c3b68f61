import { useOutletContext } from 'react-router';
import type { PracticeJson } from '../../../contract/practice.ts';
import type { Session } from '../../../contract/session.ts';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../ui/Overtaken.tsx';
import { ReadOnly } from '../../ui/ReadOnly.tsx';
import { mayDo } from '../../words/rights.ts';
import { ADMINISTRATORS_ALONE } from '../../words/en/wording.ts';
import { useChangePracticeMutation, usePracticeQuery } from '../../api/practice.ts';
import { useOpenedSettings, useSettings } from './useSettings.ts';
import type { OpenedSettings } from './useSettings.ts';
import { LookForm } from './LookForm.tsx';
import { Holidays } from './Holidays.tsx';
import { Categories, Cautions, Incoming, Letterhead, Letters, WorkingDays } from './practiceParts.tsx';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

/** What a chapter holds of what the practice decides; all of it is kept at once. */
type Part = 'letterhead' | 'calendar' | 'filing' | 'checks';

export const LetterheadPage = () => <PracticePage part="letterhead" />;
export const CalendarPage = () => <PracticePage part="calendar" />;
export const FilingPage = () => <PracticePage part="filing" />;
export const ChecksPage = () => <PracticePage part="checks" />;

const TITLES: Readonly<Record<Part, string>> = {
  letterhead: say.letterheadAndLook,
  calendar: say.calendar,
  filing: say.filing,
  checks: say.checks,
};

/** What the practice decides once for everybody: its letterhead, the days it works, what is filed, what is pointed out. */
function PracticePage({ part }: { readonly part: Part }) {
  const { user } = useOutletContext<Session>();
  const { currentData: practice, error } = usePracticeQuery();
  if (error) return <p role="alert">{problemWords(error)}</p>;
  return practice ? (
    <OpenedPractice practice={practice} part={part} mayChange={mayDo(user, 'settings')} />
  ) : null;
}

function OpenedPractice({
  practice,
  part,
  mayChange,
}: {
  readonly practice: PracticeJson;
  readonly part: Part;
  readonly mayChange: boolean;
}) {
  const opened = useOpenedSettings(practice);
  return <PracticeForm key={opened.age} {...opened} part={part} mayChange={mayChange} />;
}

function PracticeForm({
  opened,
  part,
  mayChange,
  overtaken,
  renew,
  onSaved,
}: OpenedSettings<PracticeJson> & { readonly part: Part }) {
  const [change, { error, isLoading }] = useChangePracticeMutation();
  const { values, set, keep, changed } = useSettings(opened, (sent) => change(sent).unwrap(), onSaved);
  return (
    <section aria-label={TITLES[part]} tabIndex={0}>
      <LeaveGuard when={mayChange && changed} what={say.thePracticesSettings} />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      <ReadOnly why={mayChange ? undefined : ADMINISTRATORS_ALONE}>
        <PartFields part={part} values={values} mayChange={mayChange} onChange={set} />
        {error ? (
          <p className={classes.problem} role="alert">
            {problemWords(error)}
          </p>
        ) : null}
        {mayChange ? (
          <div className={classes.saving}>
            <Button kind="go" disabled={!changed || isLoading} onClick={() => void keep()}>
              {say.save}
            </Button>
          </div>
        ) : null}
      </ReadOnly>
    </section>
  );
}

interface PartFieldsProps {
  readonly part: Part;
  readonly values: PracticeJson;
  readonly mayChange: boolean;
  readonly onChange: (changed: Partial<PracticeJson>) => void;
}

function PartFields({ part, values, mayChange, onChange }: PartFieldsProps) {
  switch (part) {
    case 'letterhead':
      return (
        <>
          <Letterhead values={values} onChange={onChange} />
          <LookForm values={values} onChange={onChange} />
          <Letters values={values} onChange={onChange} />
        </>
      );
    case 'calendar':
      return (
        <>
          <WorkingDays values={values} onChange={onChange} />
          <Holidays
            holidays={values.holidays}
            names={values.holidayNames ?? {}}
            mayChange={mayChange}
            onChange={(holidays, holidayNames) => {
              onChange({ holidays, holidayNames });
            }}
          />
        </>
      );
    case 'filing':
      return (
        <>
          <Incoming values={values} onChange={onChange} />
          <Categories values={values} onChange={onChange} />
        </>
      );
    case 'checks':
      return <Cautions values={values} onChange={onChange} />;
  }
}
