import type {
  ChangePassage,
  NewPassage,
  PassageDetail,
  PassageList,
  ChooseSignature,
  Signatures,
} from '../../contract/passages.ts';
import { api } from './api.ts';

const passagesApi = api.injectEndpoints({
  endpoints: (build) => ({
    passages: build.query<PassageList, void>({
      query: () => '/passages',
      providesTags: ['Passages'],
    }),
    passage: build.query<PassageDetail, string>({
      query: (id) => `/passages/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Passage', id }],
    }),
    createPassage: build.mutation<PassageDetail, NewPassage>({
      query: (body) => ({ url: '/passages', method: 'POST', body }),
      invalidatesTags: ['Passages'],
    }),
    changePassage: build.mutation<PassageDetail, { readonly id: string; readonly change: ChangePassage }>({
      query: ({ id, change }) => ({ url: `/passages/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Passage', id }, 'Passages', 'Shelf'],
    }),
    restorePassage: build.mutation<PassageDetail, { readonly id: string; readonly versionId: string }>({
      query: ({ id, versionId }) => ({
        url: `/passages/${id}/versions/${versionId}/restore`,
        method: 'POST',
      }),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Passage', id }, 'Passages', 'Shelf'],
    }),
    retirePassage: build.mutation<null, string>({
      query: (id) => ({ url: `/passages/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Passages'],
    }),
    signatures: build.query<Signatures, void>({
      query: () => '/signatures',
      providesTags: ['Passages'],
    }),
    chooseSignature: build.mutation<
      Signatures,
      { readonly personId: string; readonly choice: ChooseSignature }
    >({
      query: ({ personId, choice }) => ({
        url: `/signatures/${personId}`,
        method: 'PATCH',
        body: choice,
      }),
      invalidatesTags: ['Passages', 'Passage', 'Shelf'],
    }),
  }),
});

export const {
  usePassagesQuery,
  usePassageQuery,
  useLazyPassageQuery,
  useCreatePassageMutation,
  useChangePassageMutation,
  useRestorePassageMutation,
  useRetirePassageMutation,
  useSignaturesQuery,
  useChooseSignatureMutation,
} = passagesApi;
