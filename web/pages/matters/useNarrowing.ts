import { useDebouncedValue } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { MATTER_SORTS } from '../../../contract/matters.ts';
import { useSorting } from '../../ui/useSorting.ts';

const TYPING_MS = 120;
const STATES = ['open', 'closed'] as const;

/** What the list is narrowed by besides what is typed. */
export interface MatterFilter {
  readonly mine?: boolean;
  readonly typeId?: string;
  readonly stage?: string;
  readonly state?: (typeof STATES)[number];
}

function filterIn(params: URLSearchParams): MatterFilter {
  const [typeId, stage] = [params.get('type') ?? undefined, params.get('stage') ?? undefined];
  const state = STATES.find((known) => known === params.get('state'));
  return {
    ...(params.get('whose') === 'mine' ? { mine: true } : {}),
    ...(typeId === undefined ? {} : { typeId }),
    ...(stage === undefined ? {} : { stage }),
    ...(state === undefined ? {} : { state }),
  };
}

/** What the list is narrowed by and how it is sorted, kept in the address, so that coming back finds it so. */
export function useNarrowing() {
  const [params, setParams] = useSearchParams();
  const [typed, setTyped] = useState(params.get('query') ?? '');
  const [query] = useDebouncedValue(typed, TYPING_MS);
  const put = (name: string, value: string | undefined): void => {
    setParams(
      (known) => {
        const next = new URLSearchParams(known);
        if (value === undefined || value === '') next.delete(name);
        else next.set(name, value);
        return next;
      },
      { replace: true },
    );
  };
  const inAddress = params.get('query') ?? '';
  useEffect(() => {
    // Written again once it stands there, it would call off the way to a matter that Enter has just begun.
    if (inAddress === query) return;
    setParams(
      (known) => {
        const next = new URLSearchParams(known);
        if (query) next.set('query', query);
        else next.delete('query');
        return next;
      },
      { replace: true },
    );
  }, [query, inAddress, setParams]);
  const [sorting, setSorting] = useSorting(MATTER_SORTS);
  const filter = filterIn(params);
  /** Everything is shown again, in the order that was chosen. */
  const clear = (): void => {
    setTyped('');
    setParams(
      (known) => new URLSearchParams([...known].filter(([name]) => name === 'sort' || name === 'reversed')),
      { replace: true },
    );
  };
  return { clear, typed, setTyped, query, sorting, setSorting, filter, put };
}
