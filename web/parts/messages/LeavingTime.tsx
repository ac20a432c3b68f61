import { useState } from 'react';
import type { Message } from '../../../contract/messages.ts';
import { formatTime } from '../../../core/dates/formatDate.ts';
import { clock, listDay, readDay, today } from '../../words/dates.ts';
import { oddTimeWords } from '../../words/en/oddTime.ts';
import { Button } from '../../ui/Button.tsx';
import { DateTimeField } from '../days/DateTimeField.tsx';
import { say } from '../../words/en/parts-messages.ts';
import classes from './LeavingTime.module.css';

type WallTime = Message['laterAt'][number];

const fieldText = ({ date, hour, minute }: WallTime): string => `${date} ${formatTime(hour, minute)}`;

/** What the field says, as a time on the practice’s clock; undefined while it says none. */
function readField(text: string): WallTime | undefined {
  const [date = '', time = ''] = text.split(' ');
  const [hour, minute] = time.split(':').map(Number);
  return date.length === 10 && hour !== undefined && minute !== undefined
    ? { date, hour, minute }
    : undefined;
}

interface LeavingTimeProps {
  readonly message: Pick<Message, 'laterAt' | 'hours'>;
  /** What choosing a time of one’s own does. */
  readonly done: string;
  readonly onChoose: (time: WallTime) => void;
}

/** When a message leaves: at one of the next working mornings, or at any time, on the practice’s own clock. */
export function LeavingTime({ message: { laterAt: offers, hours }, done, onChoose }: LeavingTimeProps) {
  const [first] = offers;
  const [at, setAt] = useState(first ? fieldText(first) : '');
  const [odd, setOdd] = useState<string>();
  const chosen = readField(at);
  return (
    <>
      <div className={classes.later}>
        {offers.map((offer) => (
          <Button
            key={fieldText(offer)}
            onClick={() => {
              onChoose(offer);
            }}
          >
            {say.at(listDay(readDay(offer.date), today()), clock(offer.hour, offer.minute))}
          </Button>
        ))}
      </div>
      <form
        className={classes.later}
        onSubmit={(event) => {
          event.preventDefault();
          if (chosen) onChoose(chosen);
        }}
      >
        <DateTimeField
          label={say.sendAt}
          value={at}
          onChange={(moment) => {
            const next = readField(moment);
            setAt(moment);
            setOdd(next && oddTimeWords(next, hours, Date.now()));
          }}
        />
        {odd === undefined ? null : (
          <p role="note" className={classes.odd}>
            {odd}
          </p>
        )}
        <Button kind="go" type="submit" disabled={!chosen}>
          {done}
        </Button>
      </form>
    </>
  );
}
