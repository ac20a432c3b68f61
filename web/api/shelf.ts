import type { Shelf, ShelfPreview } from '../../contract/matters.ts';
import type { PreviewQuery } from '../../contract/messages.ts';
import { api } from './api.ts';

/** A template on a matter, and what a message from it would be started from. */
interface Looked {
  readonly matterId: string;
  readonly templateId: string;
  readonly from: PreviewQuery;
}

const shelfApi = api.injectEndpoints({
  endpoints: (build) => ({
    shelf: build.query<Shelf, string>({
      query: (matterId) => `/matters/${matterId}/shelf`,
      providesTags: (_result, _error, id) => [{ type: 'Shelf', id }],
    }),
    shelfPreview: build.query<ShelfPreview, Looked>({
      query: ({ matterId, templateId, from }) => ({
        url: `/matters/${matterId}/shelf/${templateId}`,
        params: new URLSearchParams(
          Object.entries(from).flatMap(([name, value]) => [value].flat().map((one) => [name, String(one)])),
        ),
      }),
      providesTags: (_result, _error, { matterId }) => [{ type: 'Shelf', id: matterId }],
    }),
  }),
});

export const { useShelfQuery, useShelfPreviewQuery } = shelfApi;
