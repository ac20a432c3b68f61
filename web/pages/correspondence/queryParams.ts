import type { SearchQuery } from '../../../contract/search.ts';

/** The parts of a search that stand in the page’s address. */
const TEXTS = ['words', 'who', 'category', 'from', 'until', 'matterId'] as const;
const DIRECTIONS = ['in', 'out', 'note'] as const;
const CHANNELS = ['email', 'text', 'letter', 'note'] as const;

const oneOf = <T extends string>(known: readonly T[], text: string | null): T | undefined =>
  known.find((one) => one === text);

/** Reads a search from an address; what is not understood is left out. */
export function queryOf(params: URLSearchParams): SearchQuery {
  const texts = Object.fromEntries(
    TEXTS.flatMap((key) => {
      const text = params.get(key);
      return text === null || text === '' ? [] : [[key, text]];
    }),
  ) as Pick<SearchQuery, (typeof TEXTS)[number]>;
  const direction = oneOf(DIRECTIONS, params.get('direction'));
  const channel = oneOf(CHANNELS, params.get('channel'));
  return {
    ...texts,
    ...(direction === undefined ? {} : { direction }),
    ...(channel === undefined ? {} : { channel }),
    ...(params.get('withFile') === 'true' ? { withFile: true } : {}),
  };
}

/** Writes a search as an address; nothing is written for what it does not ask. */
export const paramsOf = (query: SearchQuery): URLSearchParams =>
  new URLSearchParams(
    Object.entries(query).flatMap(([key, value]) => (value === '' ? [] : [[key, String(value)]])),
  );
