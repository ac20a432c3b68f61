import type {
  ChangeMessage,
  EncloseOrder,
  Message,
  PassagesHere,
  SendMessage,
} from '../../../contract/messages.ts';
import type { NewGroup, Offers, RecipientGroup } from '../../../contract/recipients.ts';
import { api } from '../../app/api.ts';
import { uploadFiles } from './uploadFiles.ts';

const sheetApi = api.injectEndpoints({
  endpoints: (build) => ({
    message: build.query<Message, string>({
      query: (id) => `/messages/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Message', id }],
    }),
    changeMessage: build.mutation<Message, { readonly id: string; readonly change: ChangeMessage }>({
      query: ({ id, change }) => ({ url: `/messages/${id}`, method: 'PATCH', body: change }),
    }),
    encloseFiles: build.mutation<
      Message,
      {
        readonly id: string;
        readonly files: readonly File[];
        /** Told the share that has been handed over, from 0 to 1. */
        readonly onProgress?: (share: number) => void;
      }
    >({
      queryFn: ({ id, files, onProgress }) => uploadFiles(`/api/v1/messages/${id}/files`, files, onProgress),
    }),
    encloseMade: build.mutation<Message, { readonly id: string; readonly order: EncloseOrder }>({
      query: ({ id, order }) => ({ url: `/messages/${id}/enclosures`, method: 'POST', body: order }),
    }),
    offers: build.query<
      Offers,
      { readonly matterId: string; readonly words: string; readonly channel: Message['channel'] }
    >({
      query: ({ matterId, words, channel }) => ({
        url: `/matters/${matterId}/recipients`,
        params: { words, channel },
      }),
      providesTags: ['Contacts'],
    }),
    keepGroup: build.mutation<RecipientGroup, NewGroup>({
      query: (body) => ({ url: '/recipient-groups', method: 'POST', body }),
      invalidatesTags: ['Contacts'],
    }),
    passagesHere: build.query<PassagesHere, string>({
      query: (id) => `/messages/${id}/passages`,
      providesTags: ['Passages'],
    }),
    sendMessage: build.mutation<Message, { readonly id: string; readonly order: SendMessage }>({
      query: ({ id, order }) => ({ url: `/messages/${id}/send`, method: 'POST', body: order }),
      invalidatesTags: (message) => (message ? [{ type: 'OnItsWay', id: message.matterId }, 'OutTray'] : []),
    }),
  }),
});

export const {
  useMessageQuery,
  useLazyMessageQuery,
  useChangeMessageMutation,
  useSendMessageMutation,
  useEncloseFilesMutation,
  useEncloseMadeMutation,
  useOffersQuery,
  useLazyOffersQuery,
  useKeepGroupMutation,
  usePassagesHereQuery,
} = sheetApi;
