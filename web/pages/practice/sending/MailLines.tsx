import type { MailboxJson, MailLinesView } from '../../../../contract/mailLines.ts';
import { problemWords } from '../../../words/en/wording.ts';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import type { Opened } from '../../../ui/useOpened.ts';
import { useChangeMailLinesMutation, useMailLinesQuery } from '../../../api/sending.ts';
import { useOpenedSettings, useSettings } from '../useSettings.ts';
import { unusedKey } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/mail-lines.ts';
import { MailboxRow } from './MailboxRow.tsx';
import classes from '../Practice.module.css';

/** How the reading goes is looked at so often, while somebody looks. */
const LOOK_MS = 5_000;

/** Which mailboxes are read and where texts and letters go; nobody but an administrator gets here. */
export function MailLines() {
  const { currentData: view, error } = useMailLinesQuery(undefined, { pollingInterval: LOOK_MS });
  return (
    <section aria-label={say.mailThatComesIn} tabIndex={0}>
      <h2>{say.mailboxes}</h2>
      {error ? <p className={classes.hint}>{problemWords(error)}</p> : null}
      {view ? <OpenedLines view={view} /> : null}
    </section>
  );
}

function OpenedLines({ view }: { readonly view: MailLinesView }) {
  const opened = useOpenedSettings(view);
  return <LinesForm key={opened.age} {...opened} standing={view.standing} />;
}

interface LinesFormProps extends Opened<MailLinesView> {
  /** As it is now, while the form is open. */
  readonly standing: MailLinesView['standing'];
}

function LinesForm({ opened, overtaken, renew, onSaved, standing }: LinesFormProps) {
  const [change, { error, isLoading }] = useChangeMailLinesMutation();
  const save = ({ fromOutside: _outside, standing: _standing, ...lines }: MailLinesView) =>
    change(lines).unwrap();
  const { values, set, keep, changed } = useSettings(opened, save, onSaved);
  const { mailboxes } = values;
  const setMailboxes = (next: MailboxJson[]): void => {
    set({ mailboxes: next });
  };
  const { fromOutside } = opened;
  return (
    <>
      <LeaveGuard when={changed} what={say.theMailThatComesIn} />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      <p className={classes.hint}>{say.newMailIsReadFrom}</p>
      {fromOutside.mailbox === null ? null : (
        <p className={classes.hint}>
          <b>{fromOutside.mailbox}</b> {say.wasSetWhereOfficium}
          {standingOf(standing, fromOutside.mailbox)}
        </p>
      )}
      {mailboxes.map((one) => (
        <MailboxRow
          key={one.key}
          mailbox={one}
          standing={standingOf(standing, `${one.user}@${one.host}/${one.mailbox}`)}
          onChange={(part) => {
            setMailboxes(mailboxes.map((known) => (known.key === one.key ? { ...known, ...part } : known)));
          }}
          onRemove={() => {
            setMailboxes(mailboxes.filter(({ key }) => key !== one.key));
          }}
        />
      ))}
      <Button
        onClick={() => {
          setMailboxes([...mailboxes, newMailbox(unusedKey('mailbox'))]);
        }}
      >
        {say.anotherMailbox}
      </Button>
      <OtherLines values={values} onChange={set} />
      {changed ? (
        <div className={classes.saving}>
          <Button kind="go" disabled={isLoading} onClick={() => void keep()}>
            {say.save}
          </Button>
        </div>
      ) : null}
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
    </>
  );
}

const newMailbox = (key: string): MailboxJson => ({
  key,
  host: '',
  port: 993,
  security: 'implicit',
  user: '',
  hasPassword: false,
  mailbox: 'INBOX',
});

/** How the reading of a mailbox goes, in words; nothing of one that is not read yet. */
function standingOf(standing: MailLinesView['standing'], name: string): string {
  const found = standing.find((one) => one.name === name);
  if (!found) return '';
  if (found.state === 'failing') return say.cannotBeRead(found.words);
  return found.state === 'reading' ? say.isRead : say.isBegun;
}

interface OtherLinesProps {
  readonly values: MailLinesView;
  readonly onChange: (part: Partial<MailLinesView>) => void;
}

/** The port for filing addresses, the text gateway and the printer; what was set at the start stands in grey. */
function OtherLines({ values, onChange }: OtherLinesProps) {
  const { fromOutside } = values;
  const address = (label: string, name: 'textGatewayUrl' | 'textRepliesUrl' | 'printerUrl') => (
    <TextField
      label={label}
      value={values[name]}
      placeholder={fromOutside[name] || say.none}
      onChange={(typed) => {
        onChange({ [name]: typed.trim() });
      }}
    />
  );
  return (
    <>
      <h2>{say.filingAddresses}</h2>
      <TextField
        label={say.portForFilingAddresses}
        type="number"
        value={values.filingPort === null ? '' : String(values.filingPort)}
        placeholder={fromOutside.filingPort === null ? say.none : String(fromOutside.filingPort)}
        onChange={(typed) => {
          onChange({ filingPort: typed === '' ? null : Math.round(Number(typed)) });
        }}
      />
      <h2>{say.ownAuthorities}</h2>
      <TextField
        label={say.certificatesOfAuthorities}
        multiline
        value={values.authorities}
        placeholder={say.beginsWith}
        onChange={(authorities) => {
          onChange({ authorities });
        }}
      />
      <h2>{say.textMessagesAndLetters}</h2>
      <div className={classes.lines}>
        {address(say.textsArePostedTo, 'textGatewayUrl')}
        {address(say.answersAreFetchedFrom, 'textRepliesUrl')}
        {address(say.printerAddress, 'printerUrl')}
      </div>
    </>
  );
}
