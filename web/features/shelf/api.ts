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
    /** Gives a draft another template; answers with the words it had before. */
    switchTemplate: build.mutation<
      Pick<Message, 'subjectNodes' | 'body'>,
      { readonly id: string; readonly templateId: string }
    >({
      queryFn: async ({ id, templateId }, _api, _extra, ask) => {
        const before = await ask(`/messages/${id}`);
        if (before.error) return { error: before.error };
        const { revision, subjectNodes, body } = before.data as Message;
        const changed = await ask({
          url: `/messages/${id}`,
          method: 'PATCH',
          body: { revision, templateId },
        });
        return changed.error ? { error: changed.error } : { data: { subjectNodes, body } };
      },
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Message', id }],
    }),
    startMessage: build.mutation<Message, { readonly matterId: string; readonly start: StartMessage }>({
      query: ({ matterId, start }) => ({ url: `/matters/${matterId}/messages`, method: 'POST', body: start }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'OnItsWay', id: matterId }],
    }),
  }),
});

export const { useShelfQuery, useShelfPreviewQuery, useStartMessageMutation, useSwitchTemplateMutation } =
  shelfApi;
