import { useState } from 'react';
import { useOutletContext } from 'react-router';
import type { SignInSettings } from '../../../../contract/people.ts';
import type { Session } from '../../../../contract/session.ts';
import { useChangeSignInMutation, useSignInSettingsQuery } from '../../../api/people.ts';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, TextField } from '../../../ui/Field.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { useSavedAs } from '../../../ui/useSavedAs.ts';
import { mayDo } from '../../../words/rights.ts';
import { ADMINISTRATORS_ALONE, problemWords } from '../../../words/en/wording.ts';
import { say } from '../../../words/en/practice-people.ts';
import classes from '../Practice.module.css';

/** How people sign in: for how long, with what besides a password, and where else. */
export function SignInChapter() {
  const { user } = useOutletContext<Session>();
  const isTheirs = mayDo(user, 'people');
  const { currentData: settings, error } = useSignInSettingsQuery(undefined, { skip: !isTheirs });
  if (!isTheirs) return <p className={classes.hint}>{ADMINISTRATORS_ALONE}</p>;
  if (error) return <p role="alert">{problemWords(error)}</p>;
  return settings ? <SignInForm settings={settings} /> : null;
}

type SignOn = NonNullable<SignInSettings['signOn']>;

function SignInForm({ settings }: { readonly settings: SignInSettings }) {
  const [values, setValues] = useState(settings);
  const { changed, onSaved } = useSavedAs(values, settings);
  const [change, { error, isLoading }] = useChangeSignInMutation();
  const set = (part: Partial<SignInSettings>): void => {
    setValues((known) => ({ ...known, ...part }));
  };
  const save = async (): Promise<void> => {
    const saved = await change(values)
      .unwrap()
      .catch(() => undefined);
    if (!saved) return;
    setValues(saved);
    onSaved(saved);
  };
  const number = (label: string, key: 'idleMinutes' | 'wholeHours') => (
    <TextField
      label={label}
      type="number"
      value={String(values[key])}
      onChange={(typed) => {
        if (/^\d{1,4}$/.test(typed)) set({ [key]: Number(typed) });
      }}
    />
  );
  return (
    <section aria-label={say.signingIn} tabIndex={0}>
      <LeaveGuard when={changed} what={say.theWayOfSigningIn} />
      <h2>{say.sessions}</h2>
      <div className={classes.fields}>
        {number(say.minutesWithoutUse, 'idleMinutes')}
        {number(say.hoursInAll, 'wholeHours')}
      </div>
      <p className={classes.hint}>{say.whatOneTypedStays}</p>
      <h2>{say.secondFactor}</h2>
      <CheckField
        label={say.everybodyNeedsOne}
        checked={values.secondFactor === 'everyone'}
        onChange={(everyone) => {
          set({ secondFactor: everyone ? 'everyone' : 'asWished' });
        }}
      />
      <p className={classes.hint}>{say.aCodeFromATelephone}</p>
      <h2>{say.signOnElsewhere}</h2>
      <p className={classes.hint}>{say.besidesPasswords}</p>
      <CheckField
        label={say.signOnHere}
        checked={values.signOn !== null}
        onChange={(on) => {
          set({ signOn: on ? { label: '', issuer: '', clientId: '' } : null });
        }}
      />
      {values.signOn ? (
        <SignOnFields
          signOn={values.signOn}
          onChange={(signOn) => {
            set({ signOn });
          }}
        />
      ) : null}
      {error ? (
        <p className={classes.problem} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <p className={classes.ways}>
        <Button kind="go" disabled={!changed || isLoading} onClick={() => void save()}>
          {say.save}
        </Button>
      </p>
    </section>
  );
}

function SignOnFields({
  signOn,
  onChange,
}: {
  readonly signOn: SignOn;
  readonly onChange: (signOn: SignOn) => void;
}) {
  const text = (label: string, key: 'label' | 'issuer' | 'clientId' | 'clientSecret') => (
    <TextField
      label={label}
      value={signOn[key] ?? ''}
      type={key === 'clientSecret' ? 'password' : 'text'}
      onChange={(typed) => {
        onChange({ ...signOn, [key]: typed });
      }}
    />
  );
  return (
    <>
      <div className={classes.fields}>
        {text(say.whatTheButtonSays, 'label')}
        {text(say.addressOfTheProvider, 'issuer')}
        {text(say.clientId, 'clientId')}
        {text(signOn.hasSecret ? say.clientSecretKept : say.clientSecret, 'clientSecret')}
      </div>
      <p className={classes.hint}>
        {say.giveThemThisAddress(`${window.location.origin}/api/v1/sign-on/answer`)}
      </p>
    </>
  );
}
