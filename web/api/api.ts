import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { BaseQueryFn, FetchArgs, FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import { isAway } from '../state/presence.ts';
import { lineBack, lineLost, sessionEnded } from '../state/connection.ts';

const overHttp = fetchBaseQuery({
  baseUrl: '/api/v1',
  // What a page renews by itself, with nobody at it, keeps no session alive.
  prepareHeaders: (headers) => {
    if (isAway()) headers.set('Officium-Unasked', '1');
  },
});

const NOT_SIGNED_IN = 401;

/** What a proxy says in place of a server that it cannot reach (RFC 9110 §15.6.3 to 15.6.5). */
const BY_A_PROXY: ReadonlySet<unknown> = new Set([502, 503, 504]);

/** Our own server gives each refusal a code; what has none and stands for an unreachable one is a lost line, and is said so everywhere. */
function asLost(error: FetchBaseQueryError | undefined): FetchBaseQueryError | undefined {
  if (!error) return undefined;
  const status = error.status === 'PARSING_ERROR' ? error.originalStatus : error.status;
  const isOurs = typeof error.data === 'object' && error.data !== null && 'code' in error.data;
  return BY_A_PROXY.has(status) && !isOurs
    ? { status: 'FETCH_ERROR', error: `no server behind the proxy (${String(status)})` }
    : error;
}

/** Over HTTP, noting whether the server answers and still knows who is here. */
const noted: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, context, extra) => {
  const answer = await overHttp(args, context, extra);
  const error = asLost(answer.error);
  const status = error?.status;
  // One that was taken back by the page itself says nothing of the line.
  if (status === 'FETCH_ERROR') {
    if (!context.signal.aborted) context.dispatch(lineLost(undefined));
  } else context.dispatch(lineBack());
  if (status === NOT_SIGNED_IN) context.dispatch(sessionEnded());
  return error ? { error } : answer;
};

/** What the server keeps, by what it is; all of it is stale where nobody listened for changes. */
export const TAGS = [
  'People',
  'Profile',
  'Sessions',
  'SignIn',
  'Session',
  'Matters',
  'Matter',
  'OnItsWay',
  'Shelf',
  'Message',
  'OutTray',
  'InTray',
  'Today',
  'Calendar',
  'Search',
  'SavedSearches',
  'Entry',
  'Templates',
  'Template',
  'Passages',
  'Passage',
  'Contacts',
  'Contact',
  'MatterTypes',
  'MailHosts',
  'MatterType',
  'FirstSteps',
  'Import',
  'Imports',
  'Rounds',
  'Round',
  'Sets',
  'Routines',
  'Chases',
  'Figures',
] as const;

/** What the server keeps, by what it is and its id. Tags are what a change event makes stale. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: noted,
  tagTypes: TAGS,
  endpoints: () => ({}),
});
