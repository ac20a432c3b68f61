import type { Shelf, ShelfPreview } from '../../../contract/matters.ts';
import type { Message, StartMessage } from '../../../contract/messages.ts';
import { api } from '../../app/api.ts';

const shelfApi = api.injectEndpoints({
  endpoints: (build) => ({
    shelf: build.query<Shelf, string>({
      query: (matterId) => `/matters/${matterId}/shelf`,
      providesTags: (_result, _error, id) => [{ type: 'Shelf', id }],
    }),
    shelfPreview: build.query<ShelfPreview, { readonly matterId: string; readonly templateId: string }>({
      query: ({ matterId, templateId }) => `/matters/${matterId}/shelf/${templateId}`,
      providesTags: (_result, _error, { matterId }) => [{ type: 'Shelf', id: matterId }],
    }),
    startMessage: build.mutation<Message, { readonly matterId: string; readonly start: StartMessage }>({
      query: ({ matterId, start }) => ({ url: `/matters/${matterId}/messages`, method: 'POST', body: start }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'OnItsWay', id: matterId }],
    }),
  }),
});

export const { useShelfQuery, useShelfPreviewQuery, useStartMessageMutation } = shelfApi;
