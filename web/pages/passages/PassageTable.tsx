import type { RefObject } from 'react';
import { Link } from 'react-router';
import type { PassageList } from '../../../contract/passages.ts';
import { dayOf, listDay, today } from '../../words/dates.ts';
import { plural } from '../../words/en/wording.ts';
import { ListTable, ROW_LINK, cell } from '../../ui/ListTable.tsx';
import { PlainHead, SortHead } from '../../ui/SortHead.tsx';
import type { Sorting } from '../../ui/SortHead.tsx';
import { useSorting } from '../../ui/useSorting.ts';
import { say } from '../../words/en/passages.ts';
import classes from '../../parts/wording/Library.module.css';

const PASSAGE_SORTS = ['name', 'shape', 'uses', 'changed'] as const;
type PassageSort = (typeof PASSAGE_SORTS)[number];
type Passage = PassageList['items'][number];

const PASSAGE_HEADS: readonly (readonly [PassageSort, string, 'ascending' | 'descending'])[] = [
  ['name', say.name, 'ascending'],
  ['shape', say.shape, 'ascending'],
  ['uses', say.used, 'descending'],
  ['changed', say.changed, 'descending'],
];

const PASSAGE_ORDERS: Readonly<Record<PassageSort, (a: Passage, b: Passage) => number>> = {
  name: (a, b) => a.name.localeCompare(b.name),
  shape: (a, b) => Number(a.oneLine) - Number(b.oneLine),
  uses: (a, b) => b.uses - a.uses,
  changed: (a, b) => b.changedAtUtc - a.changedAtUtc,
};

const inOrder = (
  passages: readonly Passage[],
  { by, reversed }: Sorting<PassageSort>,
): readonly Passage[] => {
  const sorted = [...passages].sort(PASSAGE_ORDERS[by]);
  return reversed ? sorted.reverse() : sorted;
};

/** The passages with where each stands, sorted by its heads. */
export function PassageTable({
  passages,
  scroll,
}: {
  readonly passages: readonly Passage[];
  readonly scroll: RefObject<HTMLElement | null>;
}) {
  const [sorting, setSorting] = useSorting(PASSAGE_SORTS);
  return (
    <ListTable
      label={say.passages}
      heads={
        <>
          {PASSAGE_HEADS.map(([by, head, usual]) => (
            <SortHead key={by} by={by} label={head} usual={usual} sorting={sorting} onSort={setSorting} />
          ))}
          <PlainHead label={say.begins} />
          <PlainHead label={say.by} className={cell('narrow')} />
        </>
      }
      items={inOrder(passages, sorting)}
      scroll={scroll}
      row={({ id, name, opening, uses, oneLine, changedAtUtc, changedBy }, place) => (
        <tr key={id} {...place}>
          <td className={cell('short')}>
            <Link to={`/passages/${id}`} className={ROW_LINK}>
              {name}
            </Link>
          </td>
          <td className={cell('short', 'small')}>{oneLine ? say.aSentence : say.aBlock}</td>
          <td className={cell('short', 'small')}>
            {uses === 0 ? say.notUsed : `in ${plural(uses, say.place)}`}
          </td>
          <td className={cell('short')}>{listDay(dayOf(changedAtUtc), today())}</td>
          <td className={`${cell('small')} ${classes.opening ?? ''}`}>{opening}</td>
          <td className={cell('short', 'small', 'narrow')}>{changedBy}</td>
        </tr>
      )}
    />
  );
}
