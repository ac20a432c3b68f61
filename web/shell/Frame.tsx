import { useEffect, useState } from 'react';
import { useSelector } from 'react-redux';
import { Outlet, useLocation } from 'react-router';
import type { Session } from '../../contract/session.ts';
import { SignInPage } from '../pages/sign-in/SignInPage.tsx';
import { useSessionQuery } from '../api/session.ts';
import { PartBoundary } from '../ui/PartBoundary.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { selectConnection } from '../state/connection.ts';
import { selectSingleKeys } from '../state/preferences.ts';
import { setSingleKeys, useKeys } from '../ui/keys.ts';
import { KeysCard } from './KeysCard.tsx';
import { LineDown } from './LineDown.tsx';
import { Rail } from './Rail.tsx';
import { SecondFactorFirst } from './SecondFactorFirst.tsx';
import { SignInAgain } from './SignInAgain.tsx';
import { TopLine } from './TopLine.tsx';
import { usePreferences } from './usePreferences.ts';
import { useKeepPage } from './useKeepPage.ts';
import { useHandOver } from './useHandOver.ts';
import { useViewHeading } from './useViewHeading.ts';
import { useLiveChanges } from './liveChanges.ts';
import { problemCode, problemWords } from '../words/en/wording.ts';
import { say } from '../words/en/shell.ts';
import classes from './Frame.module.css';

/** The rail, the top line, and the view between them; or signing in. */
export function Frame() {
  const { data: session, error, refetch } = useSessionQuery();
  const { pathname } = useLocation();
  if (session?.first === 'secondFactor' && pathname !== '/sign-out')
    return <SecondFactorFirst user={session.user} />;
  if (session) return <Desk session={session} />;
  if (problemCode(error) === 'notSignedIn') return <SignInPage />;
  if (!error) return null;
  return (
    <Blank title={say.theServerDoesNotAnswer}>
      <p role="alert">{problemWords(error)}</p>
      <Button onClick={() => void refetch()}>{say.tryAgain}</Button>
    </Blank>
  );
}

function Desk({ session }: { readonly session: Session }) {
  const [keysShown, setKeysShown] = useState(false);
  const { session: standing } = useSelector(selectConnection);
  const singleKeys = useSelector(selectSingleKeys);
  useEffect(() => {
    setSingleKeys(singleKeys);
  }, [singleKeys]);
  usePreferences(session.preferences);
  useLiveChanges();
  useHandOver(session.user.id);
  useKeepPage();
  const view = useViewHeading();
  const { pathname } = useLocation();
  useKeys({
    '?': () => {
      setKeysShown(true);
    },
  });
  return (
    <div className={classes.frame}>
      <a className={classes.skip} href="#view">
        {say.skipToThePage}
      </a>
      <Rail />
      <TopLine session={session} />
      <main className={classes.view} id="view" ref={view} tabIndex={-1}>
        <LineDown />
        <PartBoundary key={pathname.split('/')[1]} what={say.thisPage}>
          <Outlet context={session} />
        </PartBoundary>
      </main>
      <SignInAgain user={session.user} opened={standing === 'over'} />
      <KeysCard
        opened={keysShown}
        onClose={() => {
          setKeysShown(false);
        }}
      />
    </div>
  );
}
