import { Modal, PasswordInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { FormEvent } from 'react';
import { useDispatch } from 'react-redux';
import type { Session } from '../../contract/session.ts';
import { api, TAGS } from '../api/api.ts';
import { useSignInMutation } from '../api/session.ts';
import { sessionResumed } from '../state/connection.ts';
import { Button } from '../ui/Button.tsx';
import { problemCode, problemWords } from '../words/en/wording.ts';
import { say } from '../words/en/shell.ts';
import classes from './Connection.module.css';

interface SignInAgainProps {
  readonly user: Session['user'];
  readonly opened: boolean;
}

/** The session is over: the same person signs in again on top of what they were writing, and goes on. */
export function SignInAgain({ user, opened }: SignInAgainProps) {
  const dispatch = useDispatch();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const asksCode = problemCode(error) === 'secondFactorNeeded';
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void signIn({ email: user.email, password, ...(code === '' ? {} : { code }) })
      .unwrap()
      .then(
        () => {
          setPassword('');
          setCode('');
          dispatch(sessionResumed());
          dispatch(api.util.invalidateTags([...TAGS]));
        },
        () => undefined,
      );
  };
  return (
    <Modal
      opened={opened}
      onClose={() => undefined}
      withCloseButton={false}
      closeOnEscape={false}
      closeOnClickOutside={false}
      title={say.pleaseSignInAgain}
      size="sm"
    >
      <form className={classes.form} onSubmit={submit}>
        <p>{say.youWereSignedOutWhat(user.name)}</p>
        <PasswordInput
          label={say.password}
          autoComplete="current-password"
          data-autofocus
          value={password}
          onChange={(event) => {
            setPassword(event.currentTarget.value);
          }}
        />
        {asksCode ? (
          <TextInput
            label={say.code}
            autoComplete="one-time-code"
            value={code}
            onChange={(event) => {
              setCode(event.currentTarget.value);
            }}
          />
        ) : null}
        {error ? (
          <p className={classes.problem} role="alert">
            {problemWords(error)}
          </p>
        ) : null}
        <p className={classes.ways}>
          <Button kind="go" type="submit" disabled={isLoading}>
            {say.signIn}
          </Button>
          <Button
            onClick={() => {
              window.location.assign('/');
            }}
          >
            {say.signInAsSomeoneElse}
          </Button>
        </p>
      </form>
    </Modal>
  );
}
