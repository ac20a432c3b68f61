import type { Shelf, ShelfPreview } from '../../contract/matters.ts';
import { api } from './api.ts';

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
  }),
});

export const { useShelfQuery, useShelfPreviewQuery } = shelfApi;
