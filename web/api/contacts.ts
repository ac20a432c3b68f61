import type {
  ChangeContact,
  ContactDetail,
  ContactFacts,
  ContactJson,
  ContactPage,
  ContactSort,
  Duplicates,
} from '../../contract/directory.ts';
import { api } from './api.ts';

/** What the directory is narrowed to, and in which order. */
interface ContactList {
  readonly query: string;
  readonly sort: ContactSort;
  readonly reversed: boolean;
}

const contactsApi = api.injectEndpoints({
  endpoints: (build) => ({
    contacts: build.infiniteQuery<ContactPage, ContactList, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam }) => ({
        url: '/contacts',
        params: { ...queryArg, limit: 80, ...(pageParam === null ? {} : { after: pageParam }) },
      }),
      providesTags: ['Contacts'],
    }),
    findContacts: build.query<ContactPage, string>({
      query: (query) => ({ url: '/contacts', params: { query, limit: 8 } }),
      providesTags: ['Contacts'],
    }),
    findOrganisations: build.query<ContactPage, string>({
      query: (query) => ({ url: '/contacts', params: { query, kind: 'organisation', limit: 8 } }),
      providesTags: ['Contacts'],
    }),
    contact: build.query<ContactDetail, string>({
      query: (id) => `/contacts/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Contact', id }],
    }),
    contactFacts: build.query<ContactFacts, void>({
      query: () => '/contact-facts',
      providesTags: ['MatterTypes'],
    }),
    changeContactFacts: build.mutation<ContactFacts, ContactFacts>({
      query: (body) => ({ url: '/contact-facts', method: 'PATCH', body }),
      invalidatesTags: ['MatterTypes', 'Contact', 'Template', 'Shelf'],
    }),
    createContact: build.mutation<ContactDetail, ContactJson>({
      query: (body) => ({ url: '/contacts', method: 'POST', body }),
      invalidatesTags: ['Contacts'],
    }),
    changeContact: build.mutation<ContactDetail, { readonly id: string; readonly change: ChangeContact }>({
      query: ({ id, change }) => ({ url: `/contacts/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Contact', id }, 'Contacts', 'Matter', 'Shelf'],
    }),
    duplicates: build.query<Duplicates, void>({
      query: () => '/contact-duplicates',
      providesTags: ['Contacts'],
    }),
    mergeContacts: build.mutation<ContactDetail, { readonly keptId: string; readonly otherId: string }>({
      query: ({ keptId, otherId }) => ({
        url: `/contacts/${keptId}/merge`,
        method: 'POST',
        body: { otherId },
      }),
      invalidatesTags: ['Contacts', 'Contact', 'Matter'],
    }),
    unmergeContacts: build.mutation<ContactDetail, { readonly keptId: string; readonly otherId: string }>({
      query: ({ keptId, otherId }) => ({
        url: `/contacts/${keptId}/unmerge`,
        method: 'POST',
        body: { otherId },
      }),
      invalidatesTags: ['Contacts', 'Contact', 'Matter'],
    }),
  }),
});

export const {
  useContactsInfiniteQuery,
  useFindContactsQuery,
  useLazyFindContactsQuery,
  useFindOrganisationsQuery,
  useContactQuery,
  useContactFactsQuery,
  useChangeContactFactsMutation,
  useCreateContactMutation,
  useChangeContactMutation,
  useDuplicatesQuery,
  useMergeContactsMutation,
  useUnmergeContactsMutation,
} = contactsApi;
