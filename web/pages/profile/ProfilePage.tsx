import { useMantineColorScheme } from '@mantine/core';
import { useState } from 'react';
import { useDispatch } from 'react-redux';
import type { ProfileView } from '../../../contract/people.ts';
import { usePeopleQuery } from '../../api/people.ts';
import { useChangeProfileMutation, useProfileQuery } from '../../api/profile.ts';
import { singleKeysSet } from '../../state/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../ui/Field.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { useSavedAs } from '../../ui/useSavedAs.ts';
import { ViewHead } from '../../ui/ViewHead.tsx';
import { problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/profile.ts';
import { PasswordPart, SecondFactorPart, SessionsPart } from './signInParts.tsx';
import classes from './Profile.module.css';

/** Who one is, how one likes the application, and what one signs in with. */
export function ProfilePage() {
  const { currentData: profile, error } = useProfileQuery();
  return (
    <div className={classes.page}>
      <ViewHead title={say.aboutYou} />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      {profile ? (
        <div className={classes.columns}>
          <section aria-label={say.you} tabIndex={0}>
            <Details profile={profile} />
            <Preferences profile={profile} />
            <Writers profile={profile} />
          </section>
          <section aria-label={say.password} tabIndex={0}>
            <PasswordPart hasPassword={profile.hasPassword} />
            <SecondFactorPart profile={profile} />
            <SessionsPart />
          </section>
        </div>
      ) : null}
    </div>
  );
}

interface PartProps {
  readonly profile: ProfileView;
}

const detailsOf = ({ name, position, phone }: ProfileView) => ({ name, position, phone });

function Details({ profile }: PartProps) {
  const [opened] = useState(() => detailsOf(profile));
  const [values, setValues] = useState(opened);
  const { changed, onSaved } = useSavedAs(values, opened);
  const [change, { error, isLoading }] = useChangeProfileMutation();
  const save = async (): Promise<void> => {
    const saved = await change(values)
      .unwrap()
      .catch(() => undefined);
    if (saved) onSaved(values);
  };
  const text = (label: string, key: 'name' | 'position' | 'phone') => (
    <TextField
      label={label}
      value={values[key]}
      onChange={(typed) => {
        setValues((known) => ({ ...known, [key]: typed }));
      }}
    />
  );
  return (
    <>
      <LeaveGuard when={changed} what={say.yourDetails} />
      <h2>{profile.email}</h2>
      <div className={classes.fields}>
        {text(say.name, 'name')}
        {text(say.position, 'position')}
        {text(say.telephone, 'phone')}
      </div>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <Button
        kind="go"
        disabled={!changed || isLoading || values.name.trim() === ''}
        onClick={() => void save()}
      >
        {say.save}
      </Button>
    </>
  );
}

const COLOURS = [
  ['system', say.asTheComputer],
  ['light', say.light],
  ['dark', say.dark],
] as const;

/** What one likes holds at once, here and wherever one signs in. */
function Preferences({ profile }: PartProps) {
  const [change, { error }] = useChangeProfileMutation();
  const dispatch = useDispatch();
  const { setColorScheme } = useMantineColorScheme();
  return (
    <>
      <h2>{say.howYouLikeIt}</h2>
      <div className={classes.fields}>
        <SelectField
          label={say.paper}
          value={profile.colours}
          options={COLOURS}
          onChange={(colours) => {
            setColorScheme(colours === 'system' ? 'auto' : colours);
            void change({ colours });
          }}
        />
      </div>
      <CheckField
        label={say.singleKeys}
        checked={profile.keys}
        onChange={(keys) => {
          dispatch(singleKeysSet(keys));
          void change({ keys });
        }}
      />
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </>
  );
}

function Writers({ profile }: PartProps) {
  const { currentData: people } = usePeopleQuery();
  const [change, { error }] = useChangeProfileMutation();
  const others = (people?.items ?? []).filter(
    ({ id, gone, role }) => id !== profile.id && !gone && role !== 'reader',
  );
  if (others.length === 0 || profile.role === 'reader') return null;
  return (
    <>
      <h2>{say.whoMayWriteForYou}</h2>
      <p className={classes.hint}>{say.theirMessagesLeaveAsYours}</p>
      <div className={classes.people}>
        {others.map(({ id, name }) => (
          <CheckField
            key={id}
            label={name}
            checked={profile.writers.includes(id)}
            onChange={(may) => {
              const writers = may
                ? [...profile.writers, id]
                : profile.writers.filter((writer) => writer !== id);
              void change({ writers });
            }}
          />
        ))}
      </div>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
    </>
  );
}
