import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { BaseQueryFn, FetchArgs, FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import { lineBack, lineLost, sessionEnded } from '../state/connection.ts';

const overHttp = fetchBaseQuery({ baseUrl: '/api/v1' });

const NOT_SIGNED_IN = 401;

/** Over HTTP, noting whether the server answers and still knows who is here. */
const noted: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, context, extra) => {
  const result = await overHttp(args, context, extra);
  const status = result.error?.status;
  // One that was taken back by the page itself says nothing of the line.
  if (status === 'FETCH_ERROR') {
    if (!context.signal.aborted) context.dispatch(lineLost(undefined));
  } else context.dispatch(lineBack());
  if (status === NOT_SIGNED_IN) context.dispatch(sessionEnded());
  return result;
};

/** What the server keeps, by what it is; all of it is stale where nobody listened for changes. */
export const TAGS = [
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
] as const;

/** What the server keeps, by what it is and its id. Tags are what a change event makes stale. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: noted,
  tagTypes: TAGS,
  endpoints: () => ({}),
});
