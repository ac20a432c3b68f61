import type {
  ContactEntries,
  ContactFiles,
  EntryDetail,
  EntryPage,
  Moved,
  NewNote,
} from '../../contract/correspondence.ts';
import type { Found, SearchQuery } from '../../contract/search.ts';
import { api } from './api.ts';

const correspondenceApi = api.injectEndpoints({
  endpoints: (build) => ({
    find: build.infiniteQuery<Found, SearchQuery, string | undefined>({
      infiniteQueryOptions: {
        initialPageParam: undefined,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg, pageParam }) => ({
        url: '/correspondence',
        params: { ...queryArg, limit: 50, after: pageParam },
      }),
      providesTags: ['Search'],
    }),
    // From the newest on, all pages anew whenever something was filed: none falls between two of them.
    allEntries: build.infiniteQuery<EntryPage, string, string | undefined>({
      infiniteQueryOptions: {
        initialPageParam: undefined,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg, pageParam }) => ({
        url: `/matters/${queryArg}/correspondence`,
        params: { after: pageParam, limit: 100 },
      }),
      providesTags: (_result, _error, id) => [{ type: 'Matter', id }],
    }),
    contactEntries: build.infiniteQuery<ContactEntries, string, string | undefined>({
      infiniteQueryOptions: {
        initialPageParam: undefined,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg, pageParam }) => ({
        url: `/contacts/${queryArg}/correspondence`,
        params: { after: pageParam },
      }),
      providesTags: (_result, _error, id) => ['Search', { type: 'Contact', id }],
    }),
    /** What waits for an answer, either way. */
    owed: build.query<ContactEntries, string>({
      query: (id) => ({ url: `/contacts/${id}/correspondence`, params: { owed: true, limit: 30 } }),
      providesTags: (_result, _error, id) => ['Search', { type: 'Contact', id }],
    }),
    contactFiles: build.query<ContactFiles, string>({
      query: (id) => `/contacts/${id}/files`,
      providesTags: (_result, _error, id) => ['Search', { type: 'Contact', id }],
    }),
    entry: build.query<EntryDetail, string>({
      query: (id) => `/correspondence/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Entry', id }],
    }),
    moveEntry: build.mutation<
      Moved,
      { readonly id: string; readonly fromMatterId: string; readonly matterId: string }
    >({
      query: ({ id, matterId }) => ({
        url: `/correspondence/${id}/move`,
        method: 'POST',
        body: { matterId },
      }),
      invalidatesTags: (_result, _error, { fromMatterId, matterId }) => [
        { type: 'Matter', id: fromMatterId },
        { type: 'Matter', id: matterId },
        'Entry',
        'Search',
      ],
    }),
    writeNote: build.mutation<{ readonly id: string }, { readonly matterId: string; readonly note: NewNote }>(
      {
        query: ({ matterId, note }) => ({ url: `/matters/${matterId}/notes`, method: 'POST', body: note }),
        invalidatesTags: (_result, _error, { matterId }) => [
          { type: 'Matter', id: matterId },
          'Entry',
          'Search',
        ],
      },
    ),
  }),
});

export const {
  useFindInfiniteQuery,
  useAllEntriesInfiniteQuery,
  useContactEntriesInfiniteQuery,
  useOwedQuery,
  useContactFilesQuery,
  useEntryQuery,
  useWriteNoteMutation,
  useMoveEntryMutation,
} = correspondenceApi;
