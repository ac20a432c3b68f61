import type { Message } from '../../contract/messages.ts';
import type { NewGroup, Offers, RecipientGroup } from '../../contract/recipients.ts';
import { api } from './api.ts';

const recipientsApi = api.injectEndpoints({
  endpoints: (build) => ({
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
  }),
});

export const { useOffersQuery, useLazyOffersQuery, useKeepGroupMutation } = recipientsApi;
