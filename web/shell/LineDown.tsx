import { useEffect, useState } from 'react';
import { useSelector } from 'react-redux';
import { selectConnection } from '../state/connection.ts';
import { plural } from '../words/wording.ts';
import classes from './Connection.module.css';

/** Says that the server does not answer, what is safe, and when it is asked again. */
export function LineDown() {
  const { line, nextTryUtc } = useSelector(selectConnection);
  const seconds = useSecondsUntil(line === 'down' ? nextTryUtc : undefined);
  if (line === 'up') return null;
  return (
    <p className={classes.line} role="status">
      The server can’t be reached. What you write in a message is saved on this computer.
      <span aria-hidden="true">
        {' '}
        {seconds > 0 ? `We’ll try again in ${plural(seconds, 'second')}.` : 'Trying again…'}
      </span>
    </p>
  );
}

function useSecondsUntil(utc: number | undefined): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (utc === undefined) return undefined;
    const timer = window.setInterval(() => {
      setNow(Date.now());
    }, 1_000);
    return () => {
      window.clearInterval(timer);
    };
  }, [utc]);
  return utc === undefined ? 0 : Math.max(0, Math.ceil((utc - now) / 1_000));
}
