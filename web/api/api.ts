import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** What the server keeps, by what it is and its id. Tags are what a change event makes stale. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api/v1' }),
  tagTypes: [
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
  ],
  endpoints: () => ({}),
});
