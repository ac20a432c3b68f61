import { Link, useNavigate, useOutletContext } from 'react-router';
import type { PracticeJson } from '../../../contract/practice.ts';
import type { Session } from '../../../contract/session.ts';
import { plural, problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../ui/Overtaken.tsx';
import { ReadOnly } from '../../ui/ReadOnly.tsx';
import { mayDo } from '../../words/rights.ts';
import { ADMINISTRATORS_ALONE } from '../../words/en/wording.ts';
import { KeptSafe } from '../../parts/exports/KeptSafe.tsx';
import { useChangePracticeMutation, usePracticeQuery } from '../../api/practice.ts';
import { useMatterTypesQuery } from '../../api/matterTypes.ts';
import { useOpenedSettings, useSettings } from './useSettings.ts';
import type { OpenedSettings } from './useSettings.ts';
import { LookForm } from './LookForm.tsx';
import { Holidays } from './Holidays.tsx';
import { Cautions, Incoming, Letterhead, Letters, WorkingDays } from './practiceParts.tsx';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { say } from '../../words/en/practice.ts';
import classes from './Practice.module.css';

/** What the practice decides once for everybody: matter types, the days it works, its letterhead. */
export function PracticePage() {
  const { user } = useOutletContext<Session>();
  const mayChange = mayDo(user, 'settings');
  const navigate = useNavigate();
  const { data: types, error } = useMatterTypesQuery();
  const { currentData: practice } = usePracticeQuery();
  return (
    <div className={classes.page}>
      <ViewHead title={say.practice} />
      <div className={classes.columns}>
        <section aria-label={say.matterTypes} tabIndex={0}>
          <h2>{say.matterTypes}</h2>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {types?.items.map(({ id, matters, definition }) => (
            <Link key={id} to={`/practice/kinds/${id}`} className={classes.kind}>
              <b>{definition.name}</b>
              <span>
                {plural(definition.facts.length, say.fact)}, {plural(definition.roles.length, say.role)},{' '}
                {plural(definition.calculated.length, say.calculatedValue)}
              </span>
              <small>{plural(matters, say.matter)}</small>
            </Link>
          ))}
          {mayChange ? (
            <Button kind="go" onClick={() => void navigate('/practice/kinds/new')}>
              {say.newMatterType}
            </Button>
          ) : null}
          <h2>{say.sending}</h2>
          <Link to="/practice/sending" className={classes.kind}>
            <b>{say.sendersAndEmail}</b>
            <span>{say.whoEmailComesFromWhen}</span>
          </Link>
          <KeptSafe mayTakeAll={mayDo(user, 'archive')} />
        </section>
        {practice ? <OpenedPractice practice={practice} mayChange={mayChange} /> : null}
      </div>
    </div>
  );
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
          mayChange={mayChange}
          onChange={(holidays) => {
            set({ holidays });
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
