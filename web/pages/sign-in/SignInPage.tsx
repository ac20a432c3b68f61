import { PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { FormEvent } from 'react';
import { problemCode, problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { useAskForLinkMutation, useSignInWaysQuery } from '../../api/people.ts';
import { useSignInMutation } from '../../api/session.ts';
import { say, signOnWords } from '../../words/en/sign-in.ts';
import classes from './SignInPage.module.css';

/** Where somebody says who they are. The page is loaded anew afterwards, so that nothing of another session stays. */
export function SignInPage() {
  const [email, setEmail] = useState('');
  const [forgotten, setForgotten] = useState(false);
  return (
    <main className={classes.page}>
      {forgotten ? (
        <Forgotten
          email={email}
          onEmail={setEmail}
          onBack={() => {
            setForgotten(false);
          }}
        />
      ) : (
        <SignInForm
          email={email}
          onEmail={setEmail}
          onForgotten={() => {
            setForgotten(true);
          }}
        />
      )}
    </main>
  );
}

interface EmailProps {
  readonly email: string;
  readonly onEmail: (email: string) => void;
}

const Email = ({ email, onEmail }: EmailProps) => (
  <TextInput
    label={say.emailAddress}
    type="email"
    autoComplete="username"
    required
    value={email}
    onChange={(event) => {
      onEmail(event.currentTarget.value);
    }}
  />
);

function SignInForm({ email, onEmail, onForgotten }: EmailProps & { readonly onForgotten: () => void }) {
  const [signIn, { error, isLoading }] = useSignInMutation();
  const { data: ways } = useSignInWaysQuery();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const asksCode = problemCode(error) === 'secondFactorNeeded';
  const fault = new URLSearchParams(window.location.search).get('sign-on');
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void signIn({ email, password, ...(code === '' ? {} : { code }) })
      .unwrap()
      .then(
        () => {
          if (fault === null) window.location.reload();
          else window.location.assign('/');
        },
        () => undefined,
      );
  };
  return (
    <form className={classes.form} onSubmit={submit}>
      <h1 className={classes.title}>{say.officium}</h1>
      {fault === null || error ? null : (
        <p className={classes.error} role="alert">
          {signOnWords(fault)}
        </p>
      )}
      <Email email={email} onEmail={onEmail} />
      <PasswordInput
        label={say.password}
        autoComplete="current-password"
        value={password}
        onChange={(event) => {
          setPassword(event.currentTarget.value);
        }}
      />
      {asksCode ? (
        <TextInput
          label={say.code}
          autoComplete="one-time-code"
          autoFocus
          value={code}
          onChange={(event) => {
            setCode(event.currentTarget.value);
          }}
        />
      ) : null}
      {error ? (
        <p className={classes.error} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      <Button kind="go" type="submit" disabled={isLoading}>
        {say.signIn}
      </Button>
      {ways?.signOn ? (
        <a className={classes.elsewhere} href={`/api/v1/sign-on?to=${encodeURIComponent(hereOf(fault))}`}>
          {say.goOnWith(ways.signOn)}
        </a>
      ) : null}
      <button type="button" className={classes.forgotten} onClick={onForgotten}>
        {say.passwordForgotten}
      </button>
    </form>
  );
}

/** The page that was asked for; after a sign-on that failed there is none. */
const hereOf = (fault: string | null): string =>
  fault === null ? window.location.pathname + window.location.search : '/';

function Forgotten({ email, onEmail, onBack }: EmailProps & { readonly onBack: () => void }) {
  const { data: ways } = useSignInWaysQuery();
  const [ask, { isSuccess, isLoading, error }] = useAskForLinkMutation();
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        void ask({ email });
      }}
    >
      <h1 className={classes.title}>{say.passwordForgotten}</h1>
      {ways?.resets === false ? <p>{say.askAnAdministrator}</p> : <Email email={email} onEmail={onEmail} />}
      {error ? (
        <p className={classes.error} role="alert">
          {problemWords(error)}
        </p>
      ) : null}
      {isSuccess ? <p role="status">{say.aLinkIsOnItsWay}</p> : null}
      {ways?.resets === false || isSuccess ? null : (
        <Button kind="go" type="submit" disabled={isLoading || email.trim() === ''}>
          {say.sendMeALink}
        </Button>
      )}
      <button type="button" className={classes.forgotten} onClick={onBack}>
        {say.back}
      </button>
    </form>
  );
}
