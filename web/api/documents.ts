import { api } from './api.ts';

const documentsApi = api.injectEndpoints({
  endpoints: (build) => ({
    restrictDocument: build.mutation<
      null,
      { readonly matterId: string; readonly documentId: string; readonly restricted: boolean }
    >({
      query: ({ matterId, documentId, restricted }) => ({
        url: `/matters/${matterId}/documents/${documentId}`,
        method: 'PATCH',
        body: { restricted },
      }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
    }),
  }),
});

export const { useRestrictDocumentMutation } = documentsApi;
