import { useLocation, useNavigate } from 'react-router';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { useRestoreMutation } from '../../api/messages.ts';
import { say } from '../../words/en/parts-messages.ts';
import classes from './OnItsWay.module.css';

/** The draft just thrown away, as the sheet leaves it in the page's history. */
const discardedIn = (state: unknown): string | undefined => {
  const id =
    typeof state === 'object' && state !== null && 'discarded' in state ? state.discarded : undefined;
  return typeof id === 'string' ? id : undefined;
};

/** “The draft is off the desk · · Undo”, for as long as the page stays. */
export function Discarded({ matterId }: { readonly matterId: string }) {
  const discarded = discardedIn(useLocation().state as unknown);
  const [restore, { error }] = useRestoreMutation();
  const navigate = useNavigate();
  if (discarded === undefined) return null;
  const undo = async (): Promise<void> => {
    await restore(discarded).unwrap();
    await navigate(`/matters/${matterId}/sheet/${discarded}`, { state: null });
  };
  return (
    <p className={classes.discarded} role="status">
      {say.theDraftIsOffThe}
      <Button onClick={() => void undo().catch(() => undefined)}>{say.putItBack}</Button>
      {error ? <span role="alert">{problemWords(error)}</span> : null}
    </p>
  );
}
