import { Link } from 'react-router';
import type { Session } from '../../contract/session.ts';
import { SetUpSecondFactor } from '../parts/secondFactor/SetUpSecondFactor.tsx';
import { Blank } from '../ui/Blank.tsx';
import { say } from '../words/en/profile.ts';
import { say as sayShell } from '../words/en/shell.ts';

/** The practice asks for a second factor, and whoever signed in has none: nothing else is there before they set it up. */
export function SecondFactorFirst({ user }: { readonly user: Session['user'] }) {
  return (
    <Blank title={say.setUpASecondFactorFirst}>
      <p>
        {user.name}: {say.thePracticeAsksForIt}
      </p>
      <SetUpSecondFactor
        onDone={() => {
          window.location.reload();
        }}
      />
      <p>
        <Link to="/sign-out">{sayShell.signOut}</Link>
      </p>
    </Blank>
  );
}
