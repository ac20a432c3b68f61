import type { ChangeMessage, Message, SendMessage } from '../../../contract/messages.ts';
import { api } from '../../app/api.ts';

const sheetApi = api.injectEndpoints({
  endpoints: (build) => ({
    message: build.query<Message, string>({
      query: (id) => `/messages/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Message', id }],
    }),
    changeMessage: build.mutation<Message, { readonly id: string; readonly change: ChangeMessage }>({
      query: ({ id, change }) => ({ url: `/messages/${id}`, method: 'PATCH', body: change }),
    }),
    sendMessage: build.mutation<Message, { readonly id: string; readonly order: SendMessage }>({
      query: ({ id, order }) => ({ url: `/messages/${id}/send`, method: 'POST', body: order }),
      invalidatesTags: (message) => (message ? [{ type: 'OnItsWay', id: message.matterId }, 'OutTray'] : []),
    }),
  }),
});

export const { useMessageQuery, useLazyMessageQuery, useChangeMessageMutation, useSendMessageMutation } =
  sheetApi;
