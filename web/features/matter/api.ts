import type { EntryDetail, EntryPage } from '../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../contract/matters.ts';
import { api } from '../../app/api.ts';

const matterApi = api.injectEndpoints({
  endpoints: (build) => ({
    matter: build.query<MatterDetail, string>({
      query: (id) => `/matters/${id}`,
      providesTags: (_result, _error, id) => [
        { type: 'Matter', id },
        { type: 'OnItsWay', id },
      ],
    }),
    olderEntries: build.query<EntryPage, { readonly matterId: string; readonly after: string }>({
      query: ({ matterId, after }) => ({
        url: `/matters/${matterId}/correspondence`,
        params: { after, limit: 100 },
      }),
    }),
    entry: build.query<EntryDetail, string>({
      query: (id) => `/correspondence/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Entry', id }],
    }),
  }),
});

export const { useMatterQuery, useLazyOlderEntriesQuery, useEntryQuery } = matterApi;
