import type { MatterDetail, MatterPage, MatterSort } from '../../../contract/matters.ts';
import type { NewMatterJson } from '../../../contract/matterTypes.ts';
import { api } from '../../app/api.ts';

export interface MatterList {
  readonly query: string;
  readonly sort: MatterSort;
}

const mattersApi = api.injectEndpoints({
  endpoints: (build) => ({
    matters: build.infiniteQuery<MatterPage, MatterList, string | undefined>({
      infiniteQueryOptions: {
        initialPageParam: undefined,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg: { query, sort }, pageParam }) => ({
        url: '/matters',
        params: { query, sort, limit: 60, after: pageParam },
      }),
      providesTags: ['Matters'],
    }),
    createMatter: build.mutation<MatterDetail, NewMatterJson>({
      query: (body) => ({ url: '/matters', method: 'POST', body }),
      invalidatesTags: ['Matters'],
    }),
    findMatters: build.query<MatterPage, string>({
      query: (query) => ({ url: '/matters', params: { query, limit: 8 } }),
      providesTags: ['Matters'],
    }),
  }),
});

export const {
  useCreateMatterMutation,
  useMattersInfiniteQuery,
  useFindMattersQuery,
  useLazyFindMattersQuery,
} = mattersApi;
