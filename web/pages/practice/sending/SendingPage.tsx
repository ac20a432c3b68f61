import { Link, useOutletContext } from 'react-router';
import type { SendingJson } from '../../../../contract/sending.ts';
import type { Session } from '../../../../contract/session.ts';
import { problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import { ReadOnly } from '../../../ui/ReadOnly.tsx';
import { ADMINISTRATORS_ALONE, mayDo } from '../../../words/rights.ts';
import { useChangeSendingMutation, useSendingQuery } from '../../../api/sending.ts';
import { useOpenedSettings, useSettings } from '../useSettings.ts';
import type { OpenedSettings } from '../useSettings.ts';
import { MailHosts } from './MailHosts.tsx';
import { Senders, Times } from './sendingParts.tsx';
import { ViewHead } from '../../../ui/ViewHead.tsx';
import classes from '../Practice.module.css';

/** Whom mail goes out under, when it leaves, and which hosts carry it. */
export function SendingPage() {
  const { user } = useOutletContext<Session>();
  const mayChange = mayDo(user, 'settings');
  const { currentData: sending, error } = useSendingQuery();
  return (
    <div className={classes.page}>
      <ViewHead title="Senders and email" within={<Link to="/practice">Practice</Link>} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.columns}>
        {sending ? <OpenedSending sending={sending} mayChange={mayChange} /> : null}
        {mayChange ? <MailHosts /> : null}
      </div>
    </div>
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
    <section aria-label="Senders and times" tabIndex={0}>
      <LeaveGuard when={mayChange && changed} what="the senders and times" />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      <ReadOnly why={mayChange ? undefined : ADMINISTRATORS_ALONE}>
        <h2>Senders</h2>
        <p className={classes.hint}>
          Email goes out under the person who writes it. Templates and writers can choose one of these
          instead; what comes in for them is the practice’s own.
        </p>
        <Senders values={values} mayChange={mayChange} onChange={set} />
        <h2>When it leaves</h2>
        <Times values={values} onChange={set} />
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
          <Button kind="go" disabled={!changed || isLoading} onClick={() => void keep()}>
            Save
          </Button>
        ) : null}
      </ReadOnly>
    </section>
  );
}
