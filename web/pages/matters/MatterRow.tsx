import { Link } from 'react-router';
import type { MatterSummary } from '../../../contract/matters.ts';
import { dayOf, exactTime, listDay, today } from '../../words/dates.ts';
import { plural } from '../../words/en/wording.ts';
import { ROW_LINK, cell } from '../../ui/ListTable.tsx';
import type { RowPlace } from '../../ui/ListTable.tsx';
import { CheckField } from '../../ui/Field.tsx';
import { Tip } from '../../ui/Tip.tsx';
import { say } from '../../words/en/matters.ts';
import classes from './MattersPage.module.css';

interface MatterRowProps {
  readonly matter: MatterSummary;
  readonly place: RowPlace;
  readonly onMark: () => void;
  readonly isPicked: boolean;
  /** Undefined for whoever may start no round. */
  readonly onPick: (() => void) | undefined;
}

/** A matter in the list. Its title leads to it, from anywhere on the row. */
export function MatterRow({ matter, place, onMark, isPicked, onPick }: MatterRowProps) {
  const { lastEntryAtUtc } = matter;
  return (
    <tr {...place} data-matter="">
      {onPick ? (
        <td className={cell('choose', 'small')}>
          <CheckField bare label={say.choose(matter.reference)} checked={isPicked} onChange={onPick} />
        </td>
      ) : null}
      <td className={classes.reference}>{matter.reference}</td>
      <td>
        <Link to={`/matters/${matter.id}`} className={ROW_LINK} onFocus={onMark}>
          {matter.title}
        </Link>
        {matter.restricted ? <span className={classes.restricted}>{say.restricted}</span> : null}
      </td>
      <td className={cell('small')}>{matter.parties.join(', ')}</td>
      <td className={cell('short', 'narrow')}>{matter.type}</td>
      <td className={`${cell('short')} ${classes.stage}`}>{matter.stage}</td>
      <td className={cell('short', 'narrow')}>{matter.responsible}</td>
      <td className={`${cell('short')} ${classes.last}`}>
        <Tip
          label={
            lastEntryAtUtc === null
              ? undefined
              : say.inAll(exactTime(lastEntryAtUtc), plural(matter.entryCount, say.message))
          }
        >
          <span>{lastEntryAtUtc === null ? say.noneYet : listDay(dayOf(lastEntryAtUtc), today())}</span>
        </Tip>
      </td>
    </tr>
  );
}
