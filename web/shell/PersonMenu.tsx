import { Menu, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { useDispatch, useSelector } from 'react-redux';
import { Link } from 'react-router';
import type { Session } from '../../contract/session.ts';
import { useChangeProfileMutation } from '../api/profile.ts';
import { useSignInMutation } from '../api/session.ts';
import { selectSingleKeys, singleKeysSet } from '../state/preferences.ts';
import { say } from '../words/en/shell.ts';
import classes from './PersonMenu.module.css';

/** Who is here; in the demo, whom else to be. Changing person loads the page anew: nothing of the other stays. */
export function PersonMenu({ session }: { readonly session: Session }) {
  const [signIn] = useSignInMutation();
  const [change] = useChangeProfileMutation();
  const dispatch = useDispatch();
  const singleKeys = useSelector(selectSingleKeys);
  const { setColorScheme } = useMantineColorScheme();
  const dark = useComputedColorScheme('light') === 'dark';
  const reload = (): void => {
    window.location.assign('/');
  };
  const others = session.others.filter(({ id }) => id !== session.user.id);

  return (
    <Menu position="bottom-end" width={270}>
      <Menu.Target>
        <button
          type="button"
          className={classes.me}
          aria-label={say.changePersonLightAndDark(session.user.name)}
        >
          <b>{session.user.name}</b>
          <span className={classes.practice}> · {session.practice.name}</span>
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        {others.length > 0 ? <Menu.Label>{say.seeTheWorkAs}</Menu.Label> : null}
        {others.map(({ id, name, email, position }) => (
          <Menu.Item key={id} onClick={() => void signIn({ email }).then(reload)}>
            {name} <span className={classes.position}>{position}</span>
          </Menu.Item>
        ))}
        {session.signOn ? (
          <Menu.Item component="a" href="/api/v1/sign-on?to=%2F">
            {say.signOnWith(session.signOn)}
          </Menu.Item>
        ) : null}
        {others.length > 0 ? <Menu.Divider /> : null}
        <Menu.Item
          onClick={() => {
            setColorScheme(dark ? 'light' : 'dark');
            void change({ colours: dark ? 'light' : 'dark' });
          }}
        >
          {dark ? say.lightPaper : say.darkPaper}
        </Menu.Item>
        <Menu.Item
          onClick={() => {
            dispatch(singleKeysSet(!singleKeys));
            void change({ keys: !singleKeys });
          }}
        >
          {singleKeys ? say.switchSingleKeysOff : say.switchSingleKeysOn}
        </Menu.Item>
        {session.mailboxesUrl === null ? null : (
          <Menu.Item component="a" href={session.mailboxesUrl} target="_blank" rel="noopener">
            {say.whatRecipientsGot}
          </Menu.Item>
        )}
        <Menu.Item component={Link} to="/profile">
          {say.aboutYou}
        </Menu.Item>
        <Menu.Item component={Link} to="/sign-out">
          {say.signOut}
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
