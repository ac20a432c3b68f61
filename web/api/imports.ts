import type { FoundFiles, KeepFound, KeptFound, PackReport } from '../../contract/imports.ts';
import { api } from './api.ts';

const importsApi = api.injectEndpoints({
  endpoints: (build) => ({
    readFiles: build.mutation<FoundFiles, File[]>({
      query: (files) => {
        const body = new FormData();
        for (const file of files) body.append('files', file);
        return { url: '/wording-imports/read', method: 'POST', body };
      },
    }),
    keepFound: build.mutation<KeptFound, KeepFound>({
      query: (body) => ({ url: '/wording-imports', method: 'POST', body }),
      invalidatesTags: ['Templates', 'Shelf'],
    }),
    takeStarterPack: build.mutation<PackReport, void>({
      query: () => ({ url: '/template-packs/starter', method: 'POST' }),
      invalidatesTags: ['Templates', 'Passages', 'Shelf'],
    }),
    takePack: build.mutation<PackReport, object>({
      query: (body) => ({ url: '/template-packs', method: 'POST', body }),
      invalidatesTags: ['Templates', 'Passages', 'Shelf'],
    }),
  }),
});

export const { useReadFilesMutation, useTakeStarterPackMutation, useTakePackMutation, useKeepFoundMutation } =
  importsApi;
