import { useEffect, useRef, useState } from 'react';
import { useNavigate, useOutletContext } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { useSignOutMutation } from '../../api/session.ts';
import { forgetUnsaved, unsavedOf } from '../../state/unsaved.ts';
import type { Unsaved } from '../../state/unsaved.ts';
import { Blank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { plural, problemWords } from '../../words/en/wording.ts';
import { say } from '../../words/en/sign-out.ts';

/** What was being written when the page was left is still on its way to the server for a moment. */
const LOOK_AGAIN_MS = 400;
const LOOKS = 6;

/** Where one goes to sign out: at once where nothing is lost by it, else it says what would be. */
export function SignOutPage() {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const [signOut, { error, isLoading }] = useSignOutMutation();
  const [unsaved, setUnsaved] = useState<readonly Unsaved[]>();
  const leave = (): void => {
    void signOut()
      .unwrap()
      .then(() => forgetUnsaved(user.id))
      .then(
        () => {
          window.location.assign('/');
        },
        () => undefined,
      );
  };
  const leaving = useRef(leave);
  useEffect(() => {
    leaving.current = leave;
  });
  useEffect(() => {
    let isGone = false;
    const look = async (left: number): Promise<void> => {
      const found = await unsavedOf(user.id);
      if (isGone) return;
      if (found.length === 0) leaving.current();
      else if (left > 0 && found.some(({ of }) => of.startsWith('message:')))
        window.setTimeout(() => void look(left - 1), LOOK_AGAIN_MS);
      else setUnsaved(found);
    };
    void look(LOOKS);
    return () => {
      isGone = true;
    };
  }, [user.id]);

  if (error)
    return (
      <Blank whole title={say.youAreStillSignedIn}>
        <p role="alert">{problemWords(error)}</p>
        <Button kind="go" disabled={isLoading} onClick={leave}>
          {say.signOut}
        </Button>
      </Blank>
    );
  if (!unsaved) return <Blank whole title={say.signingOut} />;
  return (
    <Blank whole title={say.notEverythingIsSaved}>
      <p>
        {say.savedOnThisComputerAlone(
          unsavedWords(unsaved),
          unsaved.length === 1 ? 'is' : say.are,
          unsaved.length === 1 ? 'it' : say.them,
        )}
      </p>
      <p>
        <Button kind="go" autoFocus onClick={() => void navigate(-1)}>
          {say.staySignedIn}
        </Button>
        <Button onClick={leave}>{say.signOutAndDelete}</Button>
      </p>
    </Blank>
  );
}

/** What lies on this computer, in words: `1 message, 1 new template`. */
function unsavedWords(unsaved: readonly Unsaved[]): string {
  const kinds = new Map<string, number>();
  for (const { of } of unsaved) {
    const kind = of.slice(0, of.indexOf(':'));
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  }
  return [...kinds]
    .map(([kind, n]) => (kind === 'message' ? plural(n, say.message) : plural(n, `new ${kind}`)))
    .join(', ');
}
