import { PasswordInput } from '@mantine/core';
import { useState } from 'react';
import type { ProfileView } from '../../../contract/people.ts';
import {
  useChangePasswordMutation,
  useEndSessionMutation,
  useRemoveSecondFactorMutation,
  useSessionsQuery,
} from '../../api/profile.ts';
import { NewPasswordField } from '../../parts/password/NewPasswordField.tsx';
import { SetUpSecondFactor } from '../../parts/secondFactor/SetUpSecondFactor.tsx';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { FIELD_LOOK } from '../../ui/fieldLook.ts';
import { exactTime } from '../../words/dates.ts';
import { problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/profile.ts';
import classes from './Profile.module.css';

export function PasswordPart({ hasPassword }: { readonly hasPassword: boolean }) {
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const [change, { error, isLoading, isSuccess }] = useChangePasswordMutation();
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        void change(hasPassword ? { current, password } : { password })
          .unwrap()
          .then(
            () => {
              setCurrent('');
              setPassword('');
            },
            () => undefined,
          );
      }}
    >
      <h2>{say.password}</h2>
      {hasPassword ? (
        <PasswordInput
          {...FIELD_LOOK}
          label={say.thePasswordYouHave}
          autoComplete="current-password"
          value={current}
          onChange={(event) => {
            setCurrent(event.currentTarget.value);
          }}
        />
      ) : null}
      <NewPasswordField value={password} onChange={setPassword} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {isSuccess && password === '' ? <p role="status">{say.thePasswordIsChanged}</p> : null}
      <Button kind="go" type="submit" disabled={isLoading || password === ''}>
        {say.changeThePassword}
      </Button>
    </form>
  );
}

export function SecondFactorPart({ profile }: { readonly profile: ProfileView }) {
  const [removing, setRemoving] = useState(false);
  const [settingUp, setSettingUp] = useState(false);
  const [code, setCode] = useState('');
  const [remove, { error }] = useRemoveSecondFactorMutation();
  return (
    <>
      <h2>{say.secondFactor}</h2>
      {profile.secondFactor && !settingUp ? (
        <>
          <p>{say.youHaveOne(profile.recoveryCodes)}</p>
          {error ? <p role="alert">{problemWords(error)}</p> : null}
          {removing ? (
            <form
              className={classes.form}
              onSubmit={(event) => {
                event.preventDefault();
                void remove(code)
                  .unwrap()
                  .then(
                    () => {
                      setRemoving(false);
                      setCode('');
                    },
                    () => undefined,
                  );
              }}
            >
              <p className={classes.hint}>{say.giveACodeToRemoveIt}</p>
              <TextField label={say.code} value={code} onChange={setCode} autoFocus />
              <Button type="submit">{say.removeIt}</Button>
            </form>
          ) : (
            <Button
              onClick={() => {
                setRemoving(true);
              }}
            >
              {say.removeIt}
            </Button>
          )}
        </>
      ) : (
        <>
          <p>{say.youHaveNone}</p>
          <SetUpSecondFactor
            onBegun={() => {
              setSettingUp(true);
            }}
            onDone={() => {
              setSettingUp(false);
            }}
          />
        </>
      )}
    </>
  );
}

export function SessionsPart() {
  const { currentData: sessions } = useSessionsQuery();
  const [end, { error }] = useEndSessionMutation();
  if (!sessions || sessions.items.length === 0) return null;
  return (
    <>
      <h2>{say.whereYouAreSignedIn}</h2>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <table className={classes.sessions}>
        <thead>
          <tr>
            {[say.lastUsed, say.from, say.with, ''].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sessions.items.map(({ id, here, seenAtUtc, address, agent }) => (
            <tr key={id}>
              <td>{exactTime(seenAtUtc)}</td>
              <td>{address}</td>
              <td>{agentName(agent)}</td>
              <td>
                {here ? (
                  say.here
                ) : (
                  <Button aria-label={say.endTheSessionFrom(address)} onClick={() => void end(id)}>
                    {say.end}
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** What a browser calls itself, without what all of them say. */
const agentName = (agent: string): string =>
  /(Firefox|Edg|OPR|Chrome|Safari)\/[\d.]+/
    .exec(agent)?.[0]
    .replace('Edg/', 'Edge/')
    .replace('OPR/', 'Opera/') ?? agent.slice(0, 40);
