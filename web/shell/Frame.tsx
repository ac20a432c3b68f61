import { useState } from 'react';
import { Outlet } from 'react-router';
import type { Session } from '../../contract/session.ts';
import { SignInPage } from '../pages/sign-in/SignInPage.tsx';
import { useSessionQuery } from '../api/session.ts';
import { Blank } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { useKeys } from '../ui/keys.ts';
import { KeysCard } from './KeysCard.tsx';
import { Rail } from './Rail.tsx';
import { TopLine } from './TopLine.tsx';
import { useLiveChanges } from './liveChanges.ts';
import { problemCode, problemWords } from '../words/wording.ts';
import classes from './Frame.module.css';

/** The rail, the top line, and the view between them; or signing in. */
export function Frame() {
  const { data: session, error, refetch } = useSessionQuery();
  if (session) return <Desk session={session} />;
  if (problemCode(error) === 'notSignedIn') return <SignInPage />;
  if (!error) return null;
  return (
    <Blank title="The server does not answer">
      <p role="alert">{problemWords(error)}</p>
      <Button onClick={() => void refetch()}>Try again</Button>
    </Blank>
  );
}

function Desk({ session }: { readonly session: Session }) {
  const [keysShown, setKeysShown] = useState(false);
  useLiveChanges();
  useKeys({
    '?': () => {
      setKeysShown(true);
    },
  });
  return (
    <div className={classes.frame}>
      <Rail />
      <TopLine session={session} />
      <main className={classes.view} id="view">
        <Outlet context={session} />
      </main>
      <KeysCard
        opened={keysShown}
        onClose={() => {
          setKeysShown(false);
        }}
      />
    </div>
  );
}
