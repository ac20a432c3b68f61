import type { EntryDetail, EntryPage, NewNote } from '../../../contract/correspondence.ts';
import type { MatterDetail } from '../../../contract/matters.ts';
import type { ChangedMatter, ChangeMatter, MatterRecordView } from '../../../contract/matterTypes.ts';
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
    record: build.query<MatterRecordView, string>({
      query: (id) => `/matters/${id}/record`,
      providesTags: (_result, _error, id) => [{ type: 'Matter', id }, 'MatterTypes'],
    }),
    changeMatter: build.mutation<ChangedMatter, { readonly id: string; readonly change: ChangeMatter }>({
      query: ({ id, change }) => ({ url: `/matters/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => [
        { type: 'Matter', id },
        { type: 'Shelf', id },
        'Matters',
      ],
    }),
    settleFollowUp: build.mutation<
      null,
      { readonly id: string; readonly done: boolean; readonly matterId: string }
    >({
      query: ({ id, done }) => ({ url: `/follow-ups/${id}`, method: 'PATCH', body: { done } }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
    }),
    restrictDocument: build.mutation<
      null,
      { readonly matterId: string; readonly documentId: string; readonly restricted: boolean }
    >({
      query: ({ matterId, documentId, restricted }) => ({
        url: `/matters/${matterId}/documents/${documentId}`,
        method: 'PATCH',
        body: { restricted },
      }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
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
    moveEntry: build.mutation<
      null,
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
    entry: build.query<EntryDetail, string>({
      query: (id) => `/correspondence/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Entry', id }],
    }),
  }),
});

export const {
  useRecordQuery,
  useChangeMatterMutation,
  useSettleFollowUpMutation,
  useRestrictDocumentMutation,
  useMatterQuery,
  useLazyOlderEntriesQuery,
  useEntryQuery,
  useWriteNoteMutation,
  useMoveEntryMutation,
} = matterApi;
