import { useOutletContext } from 'react-router';
import type { SendingJson } from '../../../../contract/sending.ts';
import type { Session } from '../../../../contract/session.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import { ReadOnly } from '../../../ui/ReadOnly.tsx';
import { mayDo } from '../../../words/rights.ts';
import { ADMINISTRATORS_ALONE } from '../../../words/en/wording.ts';
import { useChangeSendingMutation, useSendingQuery } from '../../../api/sending.ts';
import { useOpenedSettings, useSettings } from '../useSettings.ts';
import type { OpenedSettings } from '../useSettings.ts';
import { MailHosts } from './MailHosts.tsx';
import { MailLines } from './MailLines.tsx';
import { Senders, Times } from './sendingParts.tsx';
import { say } from '../../../words/en/practice-sending.ts';
import classes from '../Practice.module.css';

/** Whom mail goes out under, when it leaves, and which hosts carry it. */
export function SendingPage() {
  const { user } = useOutletContext<Session>();
  const mayChange = mayDo(user, 'settings');
  const { currentData: sending, error } = useSendingQuery();
  return (
    <>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.columns}>
        {sending ? <OpenedSending sending={sending} mayChange={mayChange} /> : null}
        {mayChange ? (
          <div>
            <MailHosts />
            <MailLines />
          </div>
        ) : null}
      </div>
    </>
  );
}

function OpenedSending({
  sending,
  mayChange,
}: {
  readonly sending: SendingJson;
  readonly mayChange: boolean;
}) {
  const opened = useOpenedSettings(sending);
  return <SendingForm key={opened.age} {...opened} mayChange={mayChange} />;
}

function SendingForm({ opened, mayChange, overtaken, renew, onSaved }: OpenedSettings<SendingJson>) {
  const [change, { error, isLoading }] = useChangeSendingMutation();
  const { values, set, keep, changed } = useSettings(opened, (sent) => change(sent).unwrap(), onSaved);
  return (
    <section aria-label={say.sendersAndTimes} tabIndex={0}>
      <LeaveGuard when={mayChange && changed} what={say.theSendersAndTimes} />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      <ReadOnly why={mayChange ? undefined : ADMINISTRATORS_ALONE}>
        <h2>{say.senders}</h2>
        <p className={classes.hint}>{say.emailGoesOutUnderThe}</p>
        <Senders values={values} mayChange={mayChange} onChange={set} />
        <h2>{say.whenItLeaves}</h2>
        <Times values={values} onChange={set} />
        <p className={classes.hint}>{say.workingDaysAndHolidaysStand}</p>
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
