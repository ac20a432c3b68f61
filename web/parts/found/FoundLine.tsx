import { Link } from 'react-router';
import type { FoundEntry } from '../../../contract/search.ts';
import { joinNames } from '../../../core/values/writeValue.ts';
import { dayOf, exactTime, listDay, today } from '../../words/dates.ts';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/correspondence.ts';
import classes from './FoundLine.module.css';

interface FoundLineProps {
  readonly entry: FoundEntry;
  readonly n: number;
  readonly marked: boolean;
}

/** One entry that was found, with the words it was found by. */
export function FoundLine({ entry, n, marked }: FoundLineProps) {
  const { entryId, matterId, reference, title, occurredAtUtc, direction, who, subject, excerpt, files } =
    entry;
  return (
    <Link
      to={`/matters/${matterId}?entry=${entryId}`}
      className={classes.found}
      data-found={n}
      data-marked={marked}
    >
      <Tip label={exactTime(occurredAtUtc)}>
        <span className={classes.day}>{listDay(dayOf(occurredAtUtc), today())}</span>
      </Tip>
      <span className={classes.arrow} data-direction={direction} aria-hidden="true">
        {ARROWS[direction] ?? ''}
      </span>
      <span className={classes.text}>
        <span className={classes.subject}>
          <Marks pieces={subject} />
        </span>
        <span className={classes.said}>
          <span className={classes.people}>
            {direction === 'in' ? say.fromWho : direction === 'out' ? say.to : say.by}
            {joinNames(who)}
          </span>{' '}
          <Marks pieces={excerpt} />
        </span>
        {/* Below the words, whose end may be cut: what was found in a file must not be cut away with it. */}
        {files.some(({ hit }) => hit) ? (
          <small className={classes.enclosed}>
            {say.enclosed}
            <Marks pieces={files} />
          </small>
        ) : null}
      </span>
      <span className={classes.matter}>
        {reference} <small>{title}</small>
      </span>
    </Link>
  );
}

const ARROWS: Readonly<Record<string, string>> = { in: '↙', out: '↗' };

const Marks = ({ pieces }: { readonly pieces: FoundEntry['subject'] }) =>
  pieces.map(({ text, hit }, n) => (hit ? <mark key={n}>{text}</mark> : text));
