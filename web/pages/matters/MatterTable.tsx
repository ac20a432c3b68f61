import type { RefObject } from 'react';
import type { MatterSort, MatterSummary } from '../../../contract/matters.ts';
import { ListTable, cell } from '../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import type { Sorting } from '../../ui/SortHead.tsx';
import { MatterRow } from './MatterRow.tsx';
import { say } from '../../words/en/matters.ts';

interface MatterTableProps {
  readonly matters: readonly MatterSummary[];
  readonly scroll: RefObject<HTMLElement | null>;
  /** Which of them the arrow keys have come to. */
  readonly at: number;
  readonly onMark: (n: number) => void;
  readonly sorting: Sorting<MatterSort>;
  readonly onSort: (sorting: Sorting<MatterSort>) => void;
  readonly picked: ReadonlySet<string>;
  /** Undefined for whoever may start no round. */
  readonly onPick: ((id: string) => void) | undefined;
}

export function MatterTable({ matters, scroll, at, onMark, picked, onPick, ...sorts }: MatterTableProps) {
  return (
    <ListTable
      label={say.matters}
      heads={
        <>
          {onPick ? <PlainHead label={say.chosenHead} className={cell('small')} /> : null}
          <SortHead by="reference" label={say.reference} {...sorts} />
          <SortHead by="title" label={say.title} {...sorts} />
          <PlainHead label={say.parties} />
          <SortHead by="type" label={say.type} className={cell('narrow')} {...sorts} />
          <SortHead by="stage" label={say.stage} {...sorts} />
          <SortHead by="responsible" label={say.responsible} className={cell('narrow')} {...sorts} />
          <SortHead by="recent" label={say.lastMessage} usual="descending" {...sorts} />
        </>
      }
      items={matters}
      scroll={scroll}
      at={at}
      row={(matter, place) => (
        <MatterRow
          key={matter.id}
          matter={matter}
          place={place}
          isPicked={picked.has(matter.id)}
          onPick={
            onPick &&
            (() => {
              onPick(matter.id);
            })
          }
          onMark={() => {
            onMark(place['data-index']);
          }}
        />
      )}
    />
  );
}
