import { PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { FormEvent } from 'react';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { useSignInMutation } from '../../api/session.ts';
import { say } from '../../words/en/sign-in.ts';
import classes from './SignInPage.module.css';

/** Where somebody says who they are. The page is loaded anew afterwards, so that nothing of another session stays. */
export function SignInPage() {
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');

  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void signIn({ email, password })
      .unwrap()
      .then(
        () => {
          window.location.reload();
        },
        () => undefined,
      );
  };

  return (
    <main className={classes.page}>
      <form className={classes.form} onSubmit={submit}>
        <h1 className={classes.title}>{say.officium}</h1>
        <TextInput
          label={say.emailAddress}
          type="email"
          autoComplete="username"
          required
          value={email}
          onChange={(event) => {
            setEmail(event.currentTarget.value);
          }}
        />
        <PasswordInput
          label={say.password}
          autoComplete="current-password"
          value={password}
          onChange={(event) => {
            setPassword(event.currentTarget.value);
          }}
        />
        {error ? (
          <p className={classes.error} role="alert">
            {problemWords(error)}
          </p>
        ) : null}
        <Button kind="go" type="submit" disabled={isLoading}>
          {say.signIn}
        </Button>
      </form>
    </main>
  );
}
