import type {
  ChangeMatterType,
  MatterTypeImpact,
  MatterTypeJson,
  MatterTypeList,
  MatterTypeView,
} from '../../../contract/matterTypes.ts';
import type { PracticeJson } from '../../../contract/practice.ts';
import type {
  MailHostJson,
  MailHostsJson,
  MailHostsView,
  MailHostTried,
  SendingJson,
} from '../../../contract/sending.ts';
import { api } from '../../app/api.ts';

const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<PracticeJson, void>({
      query: () => '/practice',
      providesTags: ['MatterTypes'],
    }),
    changePractice: build.mutation<PracticeJson, PracticeJson>({
      query: (body) => ({ url: '/practice', method: 'PATCH', body }),
      invalidatesTags: ['MatterTypes', 'Matter', 'Session'],
    }),
    sending: build.query<SendingJson, void>({
      query: () => '/practice/sending',
      providesTags: ['MatterTypes'],
    }),
    changeSending: build.mutation<SendingJson, SendingJson>({
      query: (body) => ({ url: '/practice/sending', method: 'PATCH', body }),
      invalidatesTags: ['MatterTypes', 'Session'],
    }),
    mailHosts: build.query<MailHostsView, void>({
      query: () => '/practice/mail-hosts',
      providesTags: ['MailHosts'],
    }),
    changeMailHosts: build.mutation<MailHostsView, MailHostsJson>({
      query: (body) => ({ url: '/practice/mail-hosts', method: 'PATCH', body }),
      invalidatesTags: ['MailHosts'],
    }),
    tryMailHost: build.mutation<MailHostTried, MailHostJson>({
      query: (body) => ({ url: '/practice/mail-hosts/try', method: 'POST', body }),
    }),
    matterTypes: build.query<MatterTypeList, void>({
      query: () => '/matter-types',
      providesTags: ['MatterTypes'],
    }),
    createMatterType: build.mutation<MatterTypeView, MatterTypeJson>({
      query: (body) => ({ url: '/matter-types', method: 'POST', body }),
      invalidatesTags: ['MatterTypes'],
    }),
    changeMatterType: build.mutation<
      MatterTypeView,
      { readonly id: string; readonly change: ChangeMatterType }
    >({
      query: ({ id, change }) => ({ url: `/matter-types/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: ['MatterTypes', 'Matter', 'Shelf', 'Template'],
    }),
    typeImpact: build.mutation<
      MatterTypeImpact,
      { readonly id: string; readonly definition: MatterTypeJson }
    >({
      query: ({ id, definition }) => ({
        url: `/matter-types/${id}/impact`,
        method: 'POST',
        body: definition,
      }),
    }),
  }),
});

export const {
  usePracticeQuery,
  useChangePracticeMutation,
  useSendingQuery,
  useChangeSendingMutation,
  useMailHostsQuery,
  useChangeMailHostsMutation,
  useTryMailHostMutation,
  useMatterTypesQuery,
  useCreateMatterTypeMutation,
  useChangeMatterTypeMutation,
  useTypeImpactMutation,
} = practiceApi;
