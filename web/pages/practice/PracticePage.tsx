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
import { Cautions, Incoming, Letterhead, Letters, WorkingDays } from './practiceParts.tsx';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

/** What the practice decides once for everybody: its letterhead, the days it works, what is pointed out. */
export function PracticePage() {
  const { user } = useOutletContext<Session>();
  const { currentData: practice, error } = usePracticeQuery();
  if (error) return <p role="alert">{problemWords(error)}</p>;
  return practice ? <OpenedPractice practice={practice} mayChange={mayDo(user, 'settings')} /> : null;
}

function OpenedPractice({
  practice,
  mayChange,
}: {
  readonly practice: PracticeJson;
  readonly mayChange: boolean;
}) {
  const opened = useOpenedSettings(practice);
  return <PracticeForm key={opened.age} {...opened} mayChange={mayChange} />;
}

function PracticeForm({ opened, mayChange, overtaken, renew, onSaved }: OpenedSettings<PracticeJson>) {
  const [change, { error, isLoading }] = useChangePracticeMutation();
  const { values, set, keep, changed } = useSettings(opened, (sent) => change(sent).unwrap(), onSaved);
  return (
    <section aria-label={say.letterheadAndDays} tabIndex={0}>
      <LeaveGuard when={mayChange && changed} what={say.thePracticesSettings} />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      <ReadOnly why={mayChange ? undefined : ADMINISTRATORS_ALONE}>
        <Letterhead values={values} onChange={set} />
        <LookForm values={values} onChange={set} />
        <Letters values={values} onChange={set} />
        <WorkingDays values={values} onChange={set} />
        <Incoming values={values} onChange={set} />
        <Cautions values={values} onChange={set} />
        <Holidays
          holidays={values.holidays}
          names={values.holidayNames ?? {}}
          mayChange={mayChange}
          onChange={(holidays, holidayNames) => {
            set({ holidays, holidayNames });
          }}
        />
        {error ? (
          <p className={classes.problem} role="alert">
            {problemWords(error)}
          </p>
        ) : null}
        {mayChange ? (
          <Button kind="go" disabled={!changed || isLoading} onClick={() => void keep()}>
            {say.save}
          </Button>
        ) : null}
      </ReadOnly>
    </section>
  );
}
