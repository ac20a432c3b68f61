import { Popover } from '@mantine/core';
import { problemWords } from '../../words/en/wording.ts';
import { Button } from '../../ui/Button.tsx';
import { useCalendarQuery, useOpenCalendarMutation } from '../../api/today.ts';
import { say } from '../../words/en/today.ts';
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
        <Button className={classes.calendar}>{say.inYourCalendar}</Button>
      </Popover.Target>
      <Popover.Dropdown aria-label={say.calendarAddress}>
        <p className={classes.hint}>{say.aCalendarThatIsGiven}</p>
        {path === null ? null : (
          <input
            className={classes.address}
            readOnly
            aria-label={say.secretAddress}
            value={address}
            onFocus={(event) => {
              event.currentTarget.select();
            }}
          />
        )}
        <p className={classes.buttons}>
          {path === null ? null : (
            <Button onClick={() => void navigator.clipboard.writeText(address)}>{say.copy}</Button>
          )}
          <Button kind={path === null ? 'go' : 'quiet'} onClick={() => void open(true)}>
            {path === null ? say.makeAnAddress : say.makeANewOne}
          </Button>
          {path === null ? null : <Button onClick={() => void open(false)}>{say.deleteTheAddress}</Button>}
        </p>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
      </Popover.Dropdown>
    </Popover>
  );
}
