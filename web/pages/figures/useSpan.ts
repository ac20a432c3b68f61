import { useSearchParams } from 'react-router';
import type { FiguresQuery } from '../../../contract/figures.ts';
import { addDays, addMonths } from '../../../core/model/plainDate.ts';
import { today } from '../../words/dates.ts';

/** What is looked at to begin with. */
const MONTHS = 6;

/** Figures are asked for again as they are opened, and once a minute while they are looked at: never for each message. */
export const FRESH = {
  refetchOnMountOrArgChange: true,
  pollingInterval: 60_000,
  skipPollingIfUnfocused: true,
} as const;

export interface SpanControl {
  readonly query: FiguresQuery;
  readonly set: (part: Partial<Record<keyof FiguresQuery, string>>) => void;
  /** For links that keep what is looked at. */
  readonly search: string;
}

const isDay = (text: string | null): text is string => text !== null && /^\d{4}-\d{2}-\d{2}$/.test(text);
const isChannel = (text: string | null): text is 'email' | 'text' | 'letter' =>
  text === 'email' || text === 'text' || text === 'letter';

/** Which figures are looked at, kept in the address. */
export function useSpan(): SpanControl {
  const [params, setParams] = useSearchParams();
  const [from, until] = [params.get('from'), params.get('until')];
  const [typeId, channel, personId] = [params.get('typeId'), params.get('channel'), params.get('personId')];
  const of = params.get('of') === 'all' ? 'all' : 'mine';
  const query: FiguresQuery = {
    from: isDay(from) ? from : addDays(addMonths(today(), -MONTHS), 1),
    until: isDay(until) ? until : today(),
    of,
    ...(typeId ? { typeId } : {}),
    ...(isChannel(channel) ? { channel } : {}),
    ...(of === 'all' && personId ? { personId } : {}),
  };
  return {
    query,
    set: (part) => {
      const next = new URLSearchParams(params);
      for (const [key, value] of Object.entries(part))
        if (value === '') next.delete(key);
        else next.set(key, value);
      setParams(next, { replace: true });
    },
    search: params.size === 0 ? '' : `?${params.toString()}`,
  };
}

/** Where one of the tables is to be had as CSV. */
export const csvPath = (query: FiguresQuery, table: string): string =>
  `/api/v1/figures/csv?${new URLSearchParams({ ...query, table }).toString()}`;
