import { Link } from 'react-router';
import type { MatterSummary } from '../../../contract/matters.ts';
import { dayOf, exactTime, listDay, today } from '../../words/dates.ts';
import { plural } from '../../words/wording.ts';
import { Tip } from '../../ui/Tip.tsx';
import classes from './MattersPage.module.css';

interface MatterRowProps {
  readonly matter: MatterSummary;
  readonly marked: boolean;
  readonly onMark: () => void;
}

export function MatterRow({ matter, marked, onMark }: MatterRowProps) {
  const { lastEntryAtUtc } = matter;
  return (
    <Link
      to={`/matters/${matter.id}`}
      className={classes.row}
      data-matter=""
      data-marked={marked}
      onFocus={onMark}
    >
      <span className={classes.reference}>{matter.reference}</span>
      <span className={classes.name}>
        <span className={classes.matterTitle}>{matter.title}</span>
        {matter.restricted ? <span className={classes.restricted}>restricted</span> : null}
      </span>
      <Tip label={matter.parties.join(', ')}>
        <span className={classes.parties}>{matter.parties.join(', ')}</span>
      </Tip>
      <span className={classes.kind}>{matter.type}</span>
      <span className={classes.stage}>{matter.stage}</span>
      <span className={classes.with}>{matter.responsible}</span>
      <Tip
        label={
          lastEntryAtUtc === null
            ? undefined
            : `${exactTime(lastEntryAtUtc)}, ${plural(matter.entryCount, 'message')} in all`
        }
      >
        <span className={classes.last}>
          {lastEntryAtUtc === null ? 'no messages yet' : listDay(dayOf(lastEntryAtUtc), today())}
        </span>
      </Tip>
    </Link>
  );
}
