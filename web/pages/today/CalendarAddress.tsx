import { Popover } from '@mantine/core';
import { problemWords } from '../../words/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { useCalendarQuery, useOpenCalendarMutation } from '../../api/today.ts';
import classes from './Today.module.css';

/** The secret address under which a calendar reads one’s follow-ups and days. */
export function CalendarAddress() {
  const { data } = useCalendarQuery();
  const [open, { error }] = useOpenCalendarMutation();
  const path = data?.path ?? null;
  const address = path === null ? '' : `${window.location.origin}${path}`;
  return (
    <Popover position="bottom-end" width={420} trapFocus>
      <Popover.Target>
        <Button className={classes.calendar}>In your calendar…</Button>
      </Popover.Target>
      <Popover.Dropdown aria-label="Calendar address">
        <p className={classes.hint}>
          A calendar that is given this address shows your follow-ups and the days of your matters. Whoever
          has it can read them: a new one makes the old one useless.
        </p>
        {path === null ? null : (
          <input
            className={classes.address}
            readOnly
            aria-label="Secret address"
            value={address}
            onFocus={(event) => {
              event.currentTarget.select();
            }}
          />
        )}
        <p className={classes.buttons}>
          {path === null ? null : (
            <Button onClick={() => void navigator.clipboard.writeText(address)}>Copy</Button>
          )}
          <Button kind={path === null ? 'go' : 'quiet'} onClick={() => void open(true)}>
            {path === null ? 'Make an address' : 'Make a new one'}
          </Button>
          {path === null ? null : <Button onClick={() => void open(false)}>Delete the address</Button>}
        </p>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
      </Popover.Dropdown>
    </Popover>
  );
}
