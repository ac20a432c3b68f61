import type {
  Message,
  MessagePage,
  ChangeMessage,
  EncloseOrder,
  PassagesHere,
  RescheduleMessage,
  SendMessage,
  StartMessage,
  TestSent,
} from '../../contract/messages.ts';
import type { PutInTemplate, TemplatePutIn } from '../../contract/putIn.ts';
import { uploadFiles } from './uploadFiles.ts';
import { api } from './api.ts';

/** What a sheet said, and to whom, before another template was put under it. */
export type WordsBefore = Pick<Message, 'subjectNodes' | 'body' | 'to' | 'cc' | 'bcc'>;

const messagesApi = api.injectEndpoints({
  endpoints: (build) => ({
    startMessage: build.mutation<Message, { readonly matterId: string; readonly start: StartMessage }>({
      query: ({ matterId, start }) => ({ url: `/matters/${matterId}/messages`, method: 'POST', body: start }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'OnItsWay', id: matterId }],
    }),
    /** Gives a draft another template; answers with the words it had before. */
    switchTemplate: build.mutation<WordsBefore, { readonly id: string; readonly templateId: string }>({
      queryFn: async ({ id, templateId }, _api, _extra, ask) => {
        const before = await ask(`/messages/${id}`);
        if (before.error) return { error: before.error };
        const { revision, subjectNodes, body, to, cc, bcc } = before.data as Message;
        const changed = await ask({
          url: `/messages/${id}`,
          method: 'PATCH',
          body: { revision, templateId },
        });
        return changed.error ? { error: changed.error } : { data: { subjectNodes, body, to, cc, bcc } };
      },
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Message', id }],
    }),
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
      queryFn: ({ id, files, onProgress }) =>
        uploadFiles<Message>(`/api/v1/messages/${id}/files`, files, onProgress),
    }),
    encloseMade: build.mutation<Message, { readonly id: string; readonly order: EncloseOrder }>({
      query: ({ id, order }) => ({ url: `/messages/${id}/enclosures`, method: 'POST', body: order }),
    }),
    putInTemplate: build.mutation<TemplatePutIn, { readonly id: string } & PutInTemplate>({
      query: ({ id, templateId }) => ({
        url: `/messages/${id}/templates`,
        method: 'POST',
        body: { templateId },
      }),
    }),
    passagesHere: build.query<PassagesHere, string>({
      query: (id) => `/messages/${id}/passages`,
      providesTags: ['Passages'],
    }),
    sendMessage: build.mutation<Message, { readonly id: string; readonly order: SendMessage }>({
      query: ({ id, order }) => ({ url: `/messages/${id}/send`, method: 'POST', body: order }),
      invalidatesTags: (message) => (message ? [{ type: 'OnItsWay', id: message.matterId }, 'OutTray'] : []),
    }),
    outTray: build.query<MessagePage, void>({
      query: () => ({ url: '/out-tray', params: { limit: 200 } }),
      providesTags: ['OutTray'],
    }),
    /** Sends a draft to whoever asks, as a test. */
    sendTest: build.mutation<TestSent, string>({
      query: (id) => ({ url: `/messages/${id}/test`, method: 'POST' }),
    }),
    reschedule: build.mutation<Message, { readonly id: string } & RescheduleMessage>({
      query: ({ id, sendOn }) => ({ url: `/messages/${id}/reschedule`, method: 'POST', body: { sendOn } }),
      invalidatesTags: (message) =>
        message ? [{ type: 'OnItsWay', id: message.matterId }, 'OutTray'] : ['OutTray'],
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
    discard: build.mutation<null, string>({
      query: (id) => ({ url: `/messages/${id}`, method: 'DELETE' }),
      onQueryStarted: (id, { queryFulfilled }) => {
        offDesk.add(id);
        queryFulfilled.catch(() => offDesk.delete(id));
      },
    }),
    restore: build.mutation<Message, string>({
      query: (id) => ({ url: `/messages/${id}/restore`, method: 'POST' }),
      onQueryStarted: (id) => {
        offDesk.delete(id);
      },
    }),
  }),
});

/** Drafts that this window took off the desk. */
const offDesk = new Set<string>();

/** Whether a draft was taken off the desk here: there is nothing to ask for of it until it is put back. */
export const isOffDesk = (id: string): boolean => offDesk.has(id);

/** The drafts of a matter are asked for anew where they are shown: one was written on until now. */
export const draftLeft = (matterId: string) => api.util.invalidateTags([{ type: 'OnItsWay', id: matterId }]);

export const {
  useOutTrayQuery,
  useRecallMutation,
  useRescheduleMutation,
  useDecideMutation,
  useDiscardMutation,
  useRestoreMutation,
  useMessageQuery,
  useLazyMessageQuery,
  useChangeMessageMutation,
  useSendMessageMutation,
  useSendTestMutation,
  useEncloseFilesMutation,
  useEncloseMadeMutation,
  usePassagesHereQuery,
  usePutInTemplateMutation,
  useStartMessageMutation,
  useSwitchTemplateMutation,
} = messagesApi;
