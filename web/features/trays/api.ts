import type { Message, MessagePage } from '../../../contract/messages.ts';
import { api } from '../../app/api.ts';

const traysApi = api.injectEndpoints({
  endpoints: (build) => ({
    outTray: build.query<MessagePage, void>({
      query: () => ({ url: '/out-tray', params: { limit: 200 } }),
      providesTags: ['OutTray'],
    }),
    recall: build.mutation<Message, string>({
      query: (id) => ({ url: `/messages/${id}/recall`, method: 'POST' }),
      invalidatesTags: (message) =>
        message
          ? [{ type: 'OnItsWay', id: message.matterId }, { type: 'Message', id: message.id }, 'OutTray']
          : ['OutTray'],
    }),
    decide: build.mutation<Message, { readonly id: string; readonly decision: 'gone' | 'send-again' }>({
      query: ({ id, decision }) => ({ url: `/messages/${id}/decide`, method: 'POST', body: { decision } }),
      invalidatesTags: ['OutTray'],
    }),
    discard: build.mutation<null, string>({ query: (id) => ({ url: `/messages/${id}`, method: 'DELETE' }) }),
    restore: build.mutation<Message, string>({
      query: (id) => ({ url: `/messages/${id}/restore`, method: 'POST' }),
    }),
  }),
});

export const {
  useOutTrayQuery,
  useRecallMutation,
  useDecideMutation,
  useDiscardMutation,
  useRestoreMutation,
} = traysApi;
