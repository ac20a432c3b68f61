import type { MailHostJson, MailHostsView, MailHostTried } from '../../../../contract/sending.ts';
import { fileSize, problemWords } from '../../../words/en/wording.ts';
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
import { unusedKey } from '../../../words/en/typeWords.ts';
import { say } from '../../../words/en/practice-sending.ts';
import { certificateWords } from '../../../words/en/refusals.ts';
import classes from '../Practice.module.css';

const SECURITY = [
  ['starttls', say.tlsAskedForFirst587],
  ['implicit', say.tlsFromTheFirstByte],
  ['offered', say.tlsWhereItIsOffered],
  ['none', say.noneWithinTheHouseAlone],
] as const;

/** Which hosts carry mail, each tried before it is kept; nobody but an administrator gets here. */
export function MailHosts() {
  const { currentData: view, error } = useMailHostsQuery();
  return (
    <section aria-label={say.mailServers} tabIndex={0}>
      <h2>{say.mailServers}</h2>
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
      <LeaveGuard when={changed} what={say.theMailServers} />
      {overtaken ? <Overtaken onRenew={renew} /> : null}
      {opened.fromOutside.map(({ host, port, carries }) => (
        <p key={`${host}:${port}`} className={classes.hint}>
          {carries.length === 0 ? say.allElseGoesThrough : say.mailFromGoesThrough(carries.join(', '))}{' '}
          <b>
            {host}:{port}
          </b>
          {say.whichWasSetWhereOfficium}
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
          {say.anotherMailServer}
        </Button>
        {changed ? (
          <Button kind="go" disabled={isLoading} onClick={() => void keep()}>
            {say.saveTheServers}
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
    <fieldset className={classes.host} aria-label={host.host || say.aNewHost}>
      <div className={classes.fields}>
        <TextField
          label={say.host}
          value={host.host}
          placeholder={say.mailYourPracticeExample}
          onChange={(value) => {
            onChange({ host: value.trim() });
          }}
        />
        <TextField
          label={say.port}
          type="number"
          value={String(host.port)}
          onChange={(value) => {
            onChange({ port: Number(value) });
          }}
        />
        <SelectField
          label={say.encryption}
          value={host.security}
          options={SECURITY}
          onChange={(security) => {
            onChange({ security });
          }}
        />
        <TextField
          label={say.signsInAs}
          value={host.user}
          placeholder={say.nobody}
          onChange={(user) => {
            onChange({ user });
          }}
        />
        <TextField
          label={say.password}
          type="password"
          value={host.password ?? ''}
          placeholder={host.hasPassword ? say.keptTypeANewOne : ''}
          onChange={(password) => {
            onChange({ password });
          }}
        />
        <TextField
          label={say.atMostSoManyA}
          type="number"
          value={host.perMinute === null ? '' : String(host.perMinute)}
          placeholder={say.asManyAsThereAre}
          onChange={(value) => {
            onChange({ perMinute: value === '' ? null : Math.round(Number(value)) });
          }}
        />
      </div>
      <TextField
        label={say.carriesMailFromTheseAddresses}
        multiline
        value={host.carries.join('\n')}
        onChange={(typed) => {
          onChange({ carries: typed === '' ? [] : typed.split('\n') });
        }}
      />
      <div className={classes.paths}>
        <Button disabled={isLoading || host.host === ''} onClick={() => void tryIt(host)}>
          {isLoading ? say.tryingIt : say.tryIt}
        </Button>
        <Button onClick={onRemove}>{say.remove}</Button>
      </div>
      <p role="status" className={classes.hint}>
        {error ? problemWords(error) : tried && !isLoading ? triedWords(tried) : ''}
      </p>
    </fieldset>
  );
}

/** How trying a host went, in words; nothing was sent. */
function triedWords({ reached, words, fault, underTls, signedIn, limitBytes }: MailHostTried): string {
  if (!reached) return say.itCouldNotBeTalked(fault === null ? words : certificateWords(fault));
  const limit = limitBytes === null ? '' : say.itTakesMessagesOfUp(fileSize(limitBytes));
  const seal = underTls ? say.underTls : say.withoutTls;
  return say.itAnswersNothingWasSent(seal, signedIn ? say.andLetUsIn : '', words, limit);
}
