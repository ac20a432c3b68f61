import { useEffect, useState } from 'react';
import { useSelector } from 'react-redux';
import { selectConnection } from '../state/connection.ts';
import { plural } from '../words/en/wording.ts';
import { say } from '../words/en/shell.ts';
import classes from './Connection.module.css';

/** Says that the server does not answer, what is safe, and when it is asked again. */
export function LineDown() {
  const { line, nextTryUtc } = useSelector(selectConnection);
  const seconds = useSecondsUntil(line === 'down' ? nextTryUtc : undefined);
  if (line === 'up') return null;
  return (
    <p className={classes.line} role="status">
      {say.theServerCantBeReached}
      <span aria-hidden="true">
        {' '}
        {seconds > 0 ? say.wellTryAgainIn(plural(seconds, say.second)) : say.tryingAgain}
      </span>
    </p>
  );
}

function useSecondsUntil(utc: number | undefined): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (utc === undefined) return undefined;
    const tick = (): void => {
      setNow(Date.now());
    };
    // What was the time when this was mounted may be long ago.
    const first = window.setTimeout(tick, 0);
    const timer = window.setInterval(tick, 1_000);
    return () => {
      window.clearTimeout(first);
      window.clearInterval(timer);
    };
  }, [utc]);
  return utc === undefined ? 0 : Math.max(0, Math.ceil((utc - now) / 1_000));
}
