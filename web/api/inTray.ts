import type {
  Filed,
  FileMany,
  IncomingDetail,
  InTray,
  MadeParty,
  MakeParty,
  NewMatterForMail,
  TakenIn,
} from '../../contract/inTray.ts';
import { api } from './api.ts';

const inTrayApi = api.injectEndpoints({
  endpoints: (build) => ({
    inTray: build.query<InTray, void>({
      query: () => ({ url: '/in-tray', params: { limit: 100 } }),
      providesTags: ['InTray'],
    }),
    incoming: build.query<IncomingDetail, string>({
      query: (id) => `/in-tray/${id}`,
      providesTags: ['InTray'],
    }),
    fileIncoming: build.mutation<Filed, { readonly id: string; readonly matterIds: readonly string[] }>({
      query: ({ id, matterIds }) => ({ url: `/in-tray/${id}/file`, method: 'POST', body: { matterIds } }),
      invalidatesTags: ['InTray'],
    }),
    fileMany: build.mutation<Filed, FileMany>({
      query: (body) => ({ url: '/in-tray/file', method: 'POST', body }),
      invalidatesTags: ['InTray'],
    }),
    matterForMail: build.mutation<Filed, { readonly id: string; readonly matter: NewMatterForMail }>({
      query: ({ id, matter }) => ({ url: `/in-tray/${id}/matter`, method: 'POST', body: matter }),
      invalidatesTags: ['InTray', 'Matters', 'Contacts'],
    }),
    putAside: build.mutation<null, string>({
      query: (id) => ({ url: `/in-tray/${id}/aside`, method: 'POST' }),
      invalidatesTags: ['InTray'],
    }),
    putBack: build.mutation<null, string>({
      query: (id) => ({ url: `/in-tray/${id}/back`, method: 'POST' }),
      invalidatesTags: ['InTray'],
    }),
    makeParty: build.mutation<MadeParty, { readonly id: string; readonly order: MakeParty }>({
      query: ({ id, order }) => ({ url: `/in-tray/${id}/party`, method: 'POST', body: order }),
      invalidatesTags: (_result, _error, { order }) => [
        'InTray',
        'Contacts',
        { type: 'Matter', id: order.matterId },
      ],
    }),
    takeIn: build.mutation<TakenIn, { readonly files: readonly File[]; readonly matterId?: string }>({
      query: ({ files, matterId }) => {
        const body = new FormData();
        for (const file of files) body.append('file', file);
        const url = matterId === undefined ? '/in-tray/files' : `/matters/${matterId}/mail-files`;
        return { url, method: 'POST', body };
      },
      invalidatesTags: (_result, _error, { matterId }) => [
        'InTray',
        ...(matterId === undefined ? [] : [{ type: 'Matter', id: matterId } as const]),
      ],
    }),
  }),
});

export const {
  useInTrayQuery,
  useIncomingQuery,
  useFileIncomingMutation,
  useFileManyMutation,
  usePutAsideMutation,
  usePutBackMutation,
  useMakePartyMutation,
  useMatterForMailMutation,
  useTakeInMutation,
} = inTrayApi;
