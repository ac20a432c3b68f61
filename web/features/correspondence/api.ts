import type { Found, NewSearch, SavedSearch, SavedSearches, SearchQuery } from '../../../contract/search.ts';
import { api } from '../../app/api.ts';

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
    savedSearches: build.query<SavedSearches, void>({
      query: () => '/saved-searches',
      providesTags: ['SavedSearches'],
    }),
    keepSearch: build.mutation<SavedSearch, NewSearch>({
      query: (body) => ({ url: '/saved-searches', method: 'POST', body }),
      invalidatesTags: ['SavedSearches'],
    }),
    dropSearch: build.mutation<null, string>({
      query: (id) => ({ url: `/saved-searches/${id}`, method: 'DELETE' }),
      invalidatesTags: ['SavedSearches'],
    }),
  }),
});

export const { useFindInfiniteQuery, useSavedSearchesQuery, useKeepSearchMutation, useDropSearchMutation } =
  correspondenceApi;
