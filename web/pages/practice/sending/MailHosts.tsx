import type { MailHostJson, MailHostsView, MailHostTried } from '../../../../contract/sending.ts';
import { fileSize, problemWords } from '../../../words/wording.ts';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import type { Opened } from '../../../ui/useOpened.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField, TextField } from '../../../ui/Field.tsx';
import {
  useChangeMailHostsMutation,
  useMailHostsQuery,
  useTryMailHostMutation,
} from '../../../api/sending.ts';
import { useOpenedSettings, useSettings } from '../useSettings.ts';
import { unusedKey } from '../../../words/typeWords.ts';
import classes from '../Practice.module.css';

const SECURITY = [
  ['starttls', 'TLS, asked for first (587)'],
  ['implicit', 'TLS from the first byte (465)'],
  ['offered', 'TLS where it is offered'],
  ['none', 'none: within the house alone'],
] as const;

/** Which hosts carry mail, each tried before it is kept; nobody but an administrator gets here. */
export function MailHosts() {
  const { currentData: view, error } = useMailHostsQuery();
  return (
    <section aria-label="Mail servers" tabIndex={0}>
      <h2>Mail servers</h2>
      {error ? <p className={classes.hint}>{problemWords(error)}</p> : null}
      {view ? <OpenedHosts view={view} /> : null}
    </section>
  );
}

function OpenedHosts({ view }: { readonly view: MailHostsView }) {
  const opened = useOpenedSettings(view);
  return <HostsForm key={opened.age} {...opened} />;
}

function HostsForm({ opened, overtaken, renew, onSaved }: Opened<MailHostsView>) {
  const [change, { error, isLoading }] = useChangeMailHostsMutation();
  const save = ({ hosts, revision }: MailHostsView): Promise<MailHostsView> =>
    change({ hosts, ...(revision !== undefined && { revision }) }).unwrap();
  const { values, set, keep, changed } = useSettings(opened, save, onSaved);
  const { hosts } = values;
  const setHosts = (changed: MailHostJson[]): void => {
    set({ hosts: changed });
  };
  return (
    <>
      <LeaveGuard when={changed} what="the mail servers" />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      {opened.fromOutside.map(({ host, port, carries }) => (
        <p key={`${host}:${port}`} className={classes.hint}>
          {carries.length === 0 ? 'All else goes through' : `Mail from ${carries.join(', ')} goes through`}{' '}
          <b>
            {host}:{port}
          </b>
          , which was set where Officium is started.
        </p>
      ))}
      {hosts.map((host) => (
        <HostRow
          key={host.key}
          host={host}
          onChange={(part) => {
            setHosts(hosts.map((one) => (one.key === host.key ? { ...one, ...part } : one)));
          }}
          onRemove={() => {
            setHosts(hosts.filter(({ key }) => key !== host.key));
          }}
        />
      ))}
      <div className={classes.paths}>
        <Button
          onClick={() => {
            setHosts([...hosts, newHost(unusedKey('host'))]);
          }}
        >
          Another mail server
        </Button>
        {changed ? (
          <Button kind="go" disabled={isLoading} onClick={() => void keep()}>
            Save the servers
          </Button>
        ) : null}
      </div>
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
    </>
  );
}

const newHost = (key: string): MailHostJson => ({
  key,
  host: '',
  port: 587,
  security: 'starttls',
  user: '',
  hasPassword: false,
  carries: [],
  perMinute: null,
});

interface HostRowProps {
  readonly host: MailHostJson;
  readonly onChange: (part: Partial<MailHostJson>) => void;
  readonly onRemove: () => void;
}

function HostRow({ host, onChange, onRemove }: HostRowProps) {
  const [tryIt, { data: tried, error, isLoading }] = useTryMailHostMutation();
  return (
    <fieldset className={classes.host} aria-label={host.host || 'A new host'}>
      <div className={classes.fields}>
        <TextField
          label="Host"
          value={host.host}
          placeholder="mail.your-practice.example"
          onChange={(value) => {
            onChange({ host: value.trim() });
          }}
        />
        <TextField
          label="Port"
          type="number"
          value={String(host.port)}
          onChange={(value) => {
            onChange({ port: Number(value) });
          }}
        />
        <SelectField
          label="Encryption"
          value={host.security}
          options={SECURITY}
          onChange={(security) => {
            onChange({ security });
          }}
        />
        <TextField
          label="Signs in as"
          value={host.user}
          placeholder="nobody"
          onChange={(user) => {
            onChange({ user });
          }}
        />
        <TextField
          label="Password"
          type="password"
          value={host.password ?? ''}
          placeholder={host.hasPassword ? 'kept; type a new one to change it' : ''}
          onChange={(password) => {
            onChange({ password });
          }}
        />
        <TextField
          label="At most so many a minute"
          type="number"
          value={host.perMinute === null ? '' : String(host.perMinute)}
          placeholder="as many as there are"
          onChange={(value) => {
            onChange({ perMinute: value === '' ? null : Math.round(Number(value)) });
          }}
        />
      </div>
      <TextField
        label="Carries mail from these addresses, or domains as @practice.example, a line each; without any, all else"
        multiline
        value={host.carries.join('\n')}
        onChange={(typed) => {
          onChange({ carries: typed === '' ? [] : typed.split('\n') });
        }}
      />
      <div className={classes.paths}>
        <Button disabled={isLoading || host.host === ''} onClick={() => void tryIt(host)}>
          {isLoading ? 'Trying it…' : 'Try it'}
        </Button>
        <Button onClick={onRemove}>Remove</Button>
      </div>
      <p role="status" className={classes.hint}>
        {error ? problemWords(error) : tried && !isLoading ? triedWords(tried) : ''}
      </p>
    </fieldset>
  );
}

/** How trying a host went, in words; nothing was sent. */
function triedWords({ reached, words, underTls, signedIn, limitBytes }: MailHostTried): string {
  if (!reached) return `It could not be talked to: ${words}`;
  const limit = limitBytes === null ? '' : ` It takes messages of up to ${fileSize(limitBytes)}.`;
  const seal = underTls ? 'under TLS' : 'without TLS';
  return `It answers ${seal}${signedIn ? ', and let us in' : ''}: “${words}”.${limit} Nothing was sent.`;
}
