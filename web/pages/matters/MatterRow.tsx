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

/** A matter in the list. Its title leads to it, from anywhere on the row. */
export function MatterRow({ matter, marked, onMark }: MatterRowProps) {
  const { lastEntryAtUtc } = matter;
  return (
    <tr className={classes.row} data-matter="" data-marked={marked}>
      <td className={classes.reference}>{matter.reference}</td>
      <td>
        <Link to={`/matters/${matter.id}`} className={classes.matterTitle} onFocus={onMark}>
          {matter.title}
        </Link>
        {matter.restricted ? <span className={classes.restricted}>restricted</span> : null}
      </td>
      <td>{matter.parties.join(', ')}</td>
      <td className={classes.kind}>{matter.type}</td>
      <td className={classes.stage}>{matter.stage}</td>
      <td className={classes.with}>{matter.responsible}</td>
      <td className={classes.last}>
        <Tip
          label={
            lastEntryAtUtc === null
              ? undefined
              : `${exactTime(lastEntryAtUtc)}, ${plural(matter.entryCount, 'message')} in all`
          }
        >
          <span>{lastEntryAtUtc === null ? 'none yet' : listDay(dayOf(lastEntryAtUtc), today())}</span>
        </Tip>
      </td>
    </tr>
  );
}
