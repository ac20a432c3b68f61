import type { EntrySummary } from '../../../../contract/correspondence.ts';
import { dayParts } from '../../../../core/model/plainDate.ts';
import { joinNames } from '../../../../core/values/writeValue.ts';
import { bareSubject } from '../../../../core/correspondence/answers.ts';
import { dayOf, exactTime } from '../../../words/dates.ts';
import { plural } from '../../../words/en/wording.ts';
import { useOpenHere } from './useOpenHere.ts';
import { OpenedEntry } from './OpenedEntry.tsx';
import { Tip } from '../../../ui/Tip.tsx';
import { say } from '../../../words/en/matter-correspondence.ts';
import classes from './Correspondence.module.css';

interface EntryLineProps {
  readonly entry: EntrySummary;
  /** Of the bundle it stands in. */
  readonly subject: string;
  /** Said where it is not the month the bundle stands under. */
  readonly month: string | undefined;
  readonly mayChange: boolean;
}

const DIRECTIONS = {
  out: { words: say.sentTo, path: 'M1 8L8 1M3 1h5v5' },
  in: { words: say.receivedFrom, path: 'M8 1L1 8M6 8H1V3' },
  note: { words: say.notedBy, path: 'M2 4.500h5' },
} as const;

/** What is to be known of it before anything else. */
function standingWords({ standing, bounced }: EntrySummary): string | undefined {
  if (standing) return standing.kind === 'moved' ? 'moved' : 'corrected';
  return bounced ? say.cameBack : undefined;
}

/** Files by what they are called where they come from: attachments came in, what we send is enclosed. */
function filesWords({ attachmentNames, direction }: EntrySummary): string {
  const count = attachmentNames.length;
  if (count === 0) return '';
  return direction === 'in' ? plural(count, say.attachment) : `${count} enclosed`;
}

/** One letter on one line; pressed, it opens in its place. The address of the page says which is open. */
export function EntryLine({ entry, subject, month, mayChange }: EntryLineProps) {
  const { open, toggle } = useOpenHere(entry.id);
  const day = dayOf(entry.occurredAtUtc);
  const { words, path } = DIRECTIONS[entry.direction];
  // A note's subject is its own, and what somebody renamed within a conversation is said.
  const own = bareSubject(entry.subject);
  const renamed = own !== '' && own !== subject ? own : undefined;

  return (
    <article className={classes.entry} data-open={open} data-standing={entry.standing?.kind}>
      <button type="button" className={classes.line} aria-expanded={open} onClick={toggle}>
        <Tip label={exactTime(entry.occurredAtUtc)}>
          <span className={classes.day}>
            {dayParts(day).day}
            {month === undefined ? null : <small> {month}</small>}
          </span>
        </Tip>
        <svg
          className={classes.direction}
          data-direction={entry.direction}
          viewBox="0 0 9 9"
          role="img"
          aria-label={words}
        >
          <path d={path} />
        </svg>
        <span className={classes.who}>{joinNames(entry.who)}</span>
        <span className={classes.words}>
          {renamed === undefined ? null : <i>{renamed} · </i>}
          {entry.opening}
        </span>
        <span className={classes.state} data-late={entry.bounced}>
          {standingWords(entry) ?? filesWords(entry)}
        </span>
      </button>
      {open ? <OpenedEntry id={entry.id} mayChange={mayChange} /> : null}
    </article>
  );
}
