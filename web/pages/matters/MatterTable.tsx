import type { MatterSort, MatterSummary } from '../../../contract/matters.ts';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import type { Sorting } from '../../ui/SortHead.tsx';
import { MatterRow } from './MatterRow.tsx';
import classes from './MattersPage.module.css';

interface MatterTableProps {
  readonly matters: readonly MatterSummary[];
  /** Which of them the arrow keys have come to. */
  readonly at: number;
  readonly onMark: (n: number) => void;
  readonly sorting: Sorting<MatterSort>;
  readonly onSort: (sorting: Sorting<MatterSort>) => void;
}

export function MatterTable({ matters, at, onMark, ...sorts }: MatterTableProps) {
  if (matters.length === 0) return null;
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          <SortHead by="reference" label="Reference" {...sorts} />
          <SortHead by="title" label="Title" {...sorts} />
          <PlainHead label="Parties" />
          <SortHead by="type" label="Type" {...sorts} />
          <SortHead by="stage" label="Stage" {...sorts} />
          <SortHead by="responsible" label="Responsible" {...sorts} />
          <SortHead by="recent" label="Last message" usual="descending" {...sorts} />
        </tr>
      </thead>
      <tbody>
        {matters.map((matter, n) => (
          <MatterRow
            key={matter.id}
            matter={matter}
            marked={n === at}
            onMark={() => {
              onMark(n);
            }}
          />
        ))}
      </tbody>
    </table>
  );
}
