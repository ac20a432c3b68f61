import { useSearchParams } from 'react-router';
import type { Sorting } from './SortHead.tsx';

/** What a list is sorted by, kept in the address, so that coming back finds it so; the first of `sorts` where nothing is said. */
export function useSorting<T extends string>(
  sorts: readonly [T, ...T[]],
): readonly [Sorting<T>, (sorting: Sorting<T>) => void] {
  const [params, setParams] = useSearchParams();
  const sorting = {
    by: sorts.find((known) => known === params.get('sort')) ?? sorts[0],
    reversed: params.get('reversed') === 'yes',
  };
  const setSorting = ({ by, reversed }: Sorting<T>): void => {
    setParams(
      (known) => {
        const next = new URLSearchParams(known);
        next.set('sort', by);
        if (reversed) next.set('reversed', 'yes');
        else next.delete('reversed');
        return next;
      },
      { replace: true },
    );
  };
  return [sorting, setSorting];
}
