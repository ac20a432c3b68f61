import { useState } from 'react';
import type { FormEvent } from 'react';
import { useParams } from 'react-router';
import { useLinkQuery, useTakeLinkMutation } from '../../api/people.ts';
import { Button } from '../../ui/Button.tsx';
import { NewPasswordField } from '../../parts/password/NewPasswordField.tsx';
import { problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/profile.ts';
import classes from './SignInPage.module.css';

/** Where a link leads that somebody was sent: they see that it is theirs, and choose a password. */
export function WelcomePage() {
  const { token = '' } = useParams();
  const { data: link, error } = useLinkQuery(token);
  const [take, { error: notTaken, isLoading, data: taken }] = useTakeLinkMutation();
  const [password, setPassword] = useState('');
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void take({ token, password })
      .unwrap()
      .then(
        ({ signedIn }) => {
          if (signedIn) window.location.assign('/');
        },
        () => undefined,
      );
  };
  if (error)
    return (
      <main className={classes.page}>
        <div className={classes.form}>
          <h1 className={classes.title}>{say.theLinkHoldsNoLonger}</h1>
          <p role="alert">{problemWords(error)}</p>
          <a href="/">{say.signIn}</a>
        </div>
      </main>
    );
  if (!link) return null;
  if (taken && !taken.signedIn)
    return (
      <main className={classes.page}>
        <div className={classes.form}>
          <h1 className={classes.title}>{say.welcome(link.name)}</h1>
          <p role="status">{say.thePasswordIsChosen}</p>
          <a href="/">{say.signIn}</a>
        </div>
      </main>
    );
  return (
    <main className={classes.page}>
      <form className={classes.form} onSubmit={submit}>
        <h1 className={classes.title}>
          {link.kind === 'invitation' ? say.welcome(link.name) : say.aNewPassword}
        </h1>
        <p>{say.chooseAPassword(link.practice)}</p>
        <input type="hidden" autoComplete="username" value={link.email} readOnly />
        <NewPasswordField value={password} onChange={setPassword} />
        {notTaken ? (
          <p className={classes.error} role="alert">
            {problemWords(notTaken)}
          </p>
        ) : null}
        <Button kind="go" type="submit" disabled={isLoading || password === ''}>
          {say.chooseIt}
        </Button>
      </form>
    </main>
  );
}
