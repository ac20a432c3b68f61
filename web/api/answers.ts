import type { AnswerPages, OfferedList, TakeOffered } from '../../contract/answers.ts';
import { api } from './api.ts';

const answersApi = api.injectEndpoints({
  endpoints: (build) => ({
    offered: build.query<OfferedList, string>({
      query: (matterId) => `/matters/${matterId}/offered-values`,
      providesTags: (_data, _error, matterId) => [{ type: 'Matter', id: matterId }],
    }),
    offeredLately: build.query<OfferedList, 'mine' | 'all'>({
      query: (whose) => ({ url: '/offered-values', params: { whose } }),
      providesTags: ['Today'],
    }),
    takeOffered: build.mutation<OfferedList, TakeOffered & { readonly matterId: string }>({
      query: ({ matterId, ...body }) => ({ url: `/matters/${matterId}/take`, method: 'POST', body }),
      invalidatesTags: (_data, _error, { matterId }) => [
        { type: 'Matter', id: matterId },
        { type: 'Shelf', id: matterId },
        'Matters',
        'Today',
        'Contacts',
      ],
    }),
    answerPages: build.query<AnswerPages, string>({
      query: (messageId) => `/messages/${messageId}/answer-pages`,
      providesTags: (_data, _error, messageId) => [{ type: 'Message', id: messageId }, 'Entry'],
    }),
    endAnswerPage: build.mutation<
      AnswerPages,
      { readonly messageId: string; readonly pageId: string; readonly withdrawn: boolean }
    >({
      query: ({ messageId, pageId, withdrawn }) => ({
        url: `/messages/${messageId}/answer-pages/${pageId}/withdraw`,
        method: 'POST',
        body: { withdrawn },
      }),
      invalidatesTags: (_data, _error, { messageId }) => [{ type: 'Message', id: messageId }],
    }),
  }),
});

export const {
  useOfferedQuery,
  useOfferedLatelyQuery,
  useTakeOfferedMutation,
  useAnswerPagesQuery,
  useEndAnswerPageMutation,
} = answersApi;
