import { useSearchParams } from 'react-router';

/** Whether an entry is open in its place, and how it is opened and closed. The address of the page says which is open. */
export function useOpenHere(id: string): { readonly open: boolean; readonly toggle: () => void } {
  const [params, setParams] = useSearchParams();
  const open = params.get('entry') === id;
  const toggle = (): void => {
    setParams(
      (known) => {
        const next = new URLSearchParams(known);
        if (open) next.delete('entry');
        else next.set('entry', id);
        return next;
      },
      { replace: true },
    );
  };
  return { open, toggle };
}
