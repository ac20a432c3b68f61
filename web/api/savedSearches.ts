import type { NewSearch, SavedSearch, SavedSearches } from '../../contract/search.ts';
import { api } from './api.ts';

const savedSearchesApi = api.injectEndpoints({
  endpoints: (build) => ({
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

export const { useSavedSearchesQuery, useKeepSearchMutation, useDropSearchMutation } = savedSearchesApi;
