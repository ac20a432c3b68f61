import type {
  ChangeMatterType,
  MatterTypeImpact,
  MatterTypeJson,
  MatterTypeList,
  MatterTypeView,
} from '../../contract/matterTypes.ts';
import { api } from './api.ts';

const matterTypesApi = api.injectEndpoints({
  endpoints: (build) => ({
    matterTypes: build.query<MatterTypeList, void>({
      query: () => '/matter-types',
      providesTags: ['MatterTypes'],
    }),
    createMatterType: build.mutation<MatterTypeView, MatterTypeJson>({
      query: (body) => ({ url: '/matter-types', method: 'POST', body }),
      invalidatesTags: ['MatterTypes'],
    }),
    changeMatterType: build.mutation<
      MatterTypeView,
      { readonly id: string; readonly change: ChangeMatterType }
    >({
      query: ({ id, change }) => ({ url: `/matter-types/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: ['MatterTypes', 'Matter', 'Shelf', 'Template'],
    }),
    typeImpact: build.mutation<
      MatterTypeImpact,
      { readonly id: string; readonly definition: MatterTypeJson }
    >({
      query: ({ id, definition }) => ({
        url: `/matter-types/${id}/impact`,
        method: 'POST',
        body: definition,
      }),
    }),
  }),
});

export const {
  useMatterTypesQuery,
  useCreateMatterTypeMutation,
  useChangeMatterTypeMutation,
  useTypeImpactMutation,
} = matterTypesApi;
