import type { Message } from '../../contract/messages.ts';
import type { NewGroup, Offers, RecipientGroup, RecipientGroups } from '../../contract/recipients.ts';
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
    groups: build.query<RecipientGroups, undefined>({
      query: () => ({ url: '/recipient-groups' }),
      providesTags: ['Contacts'],
    }),
    deleteGroup: build.mutation<null, string>({
      query: (id) => ({ url: `/recipient-groups/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Contacts'],
    }),
    keepGroup: build.mutation<RecipientGroup, NewGroup>({
      query: (body) => ({ url: '/recipient-groups', method: 'POST', body }),
      invalidatesTags: ['Contacts'],
    }),
  }),
});

export const {
  useDeleteGroupMutation,
  useGroupsQuery,
  useKeepGroupMutation,
  useLazyOffersQuery,
  useOffersQuery,
} = recipientsApi;
