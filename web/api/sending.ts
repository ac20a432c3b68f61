import type { MailboxJson, MailboxTried, MailLinesJson, MailLinesView } from '../../contract/mailLines.ts';
import type {
  MailHostJson,
  MailHostsJson,
  MailHostsView,
  MailHostTried,
  SendingJson,
} from '../../contract/sending.ts';
import { api } from './api.ts';

const sendingApi = api.injectEndpoints({
  endpoints: (build) => ({
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
    mailLines: build.query<MailLinesView, void>({
      query: () => '/practice/mail-lines',
      providesTags: ['MailHosts'],
    }),
    changeMailLines: build.mutation<MailLinesView, MailLinesJson>({
      query: (body) => ({ url: '/practice/mail-lines', method: 'PATCH', body }),
      invalidatesTags: ['MailHosts'],
    }),
    tryMailbox: build.mutation<MailboxTried, MailboxJson>({
      query: (body) => ({ url: '/practice/mail-lines/try', method: 'POST', body }),
    }),
    tryMailHost: build.mutation<MailHostTried, MailHostJson>({
      query: (body) => ({ url: '/practice/mail-hosts/try', method: 'POST', body }),
    }),
  }),
});

export const {
  useSendingQuery,
  useChangeSendingMutation,
  useMailHostsQuery,
  useChangeMailHostsMutation,
  useTryMailHostMutation,
  useMailLinesQuery,
  useChangeMailLinesMutation,
  useTryMailboxMutation,
} = sendingApi;
