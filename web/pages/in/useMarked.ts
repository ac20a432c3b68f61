import { useSearchParams } from 'react-router';

/** Which of a list lies open, kept in the address; what goes makes room for the next, which stands in its place then. */
export function useMarked<Item extends { readonly id: string }>(items: readonly Item[]) {
  const [params, setParams] = useSearchParams();
  const at = Math.max(
    0,
    items.findIndex(({ id }) => id === params.get('message')),
  );
  const marked = items[at];
  const mark = (id: string | undefined): void => {
    setParams(id === undefined ? {} : { message: id }, { replace: true });
  };
  return {
    marked,
    mark,
    step: (by: 1 | -1): void => {
      mark(items[at + by]?.id ?? marked?.id);
    },
    makeRoom: (work: Promise<void>): void => {
      const next = items[at + 1] ?? items[at - 1];
      void work.then(() => {
        mark(next?.id);
      });
    },
  };
}
