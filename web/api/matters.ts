import type {
  ChangeMatter,
  ChangedMatter,
  MatterRecordView,
  NewMatterJson,
} from '../../contract/matterTypes.ts';
import type { EnterInNeed, MatterDetail, MatterPage, MatterSort } from '../../contract/matters.ts';
import { api } from './api.ts';

export interface MatterList {
  readonly query: string;
  readonly sort: MatterSort;
  readonly reversed?: boolean;
  readonly mine?: boolean;
  readonly typeId?: string;
  readonly stage?: string;
  readonly state?: 'open' | 'closed';
}

const mattersApi = api.injectEndpoints({
  endpoints: (build) => ({
    matters: build.infiniteQuery<MatterPage, MatterList, string | undefined>({
      infiniteQueryOptions: {
        initialPageParam: undefined,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg, pageParam }) => ({
        url: '/matters',
        params: { ...queryArg, limit: 60, after: pageParam },
      }),
      providesTags: ['Matters'],
    }),
    createMatter: build.mutation<MatterDetail, NewMatterJson>({
      query: (body) => ({ url: '/matters', method: 'POST', body }),
      invalidatesTags: ['Matters'],
    }),
    findMatters: build.query<
      MatterPage,
      { readonly query: string; readonly limit: number; readonly typeId?: string }
    >({
      query: (params) => ({ url: '/matters', params }),
      providesTags: ['Matters'],
    }),
    matter: build.query<MatterDetail, string>({
      query: (id) => `/matters/${id}`,
      providesTags: (_result, _error, id) => [
        { type: 'Matter', id },
        { type: 'OnItsWay', id },
      ],
    }),
    record: build.query<MatterRecordView, string>({
      query: (id) => `/matters/${id}/record`,
      providesTags: (_result, _error, id) => [{ type: 'Matter', id }, 'MatterTypes'],
    }),
    enterInNeed: build.mutation<{ readonly id: string }, EnterInNeed>({
      query: (body) => ({ url: '/entries-in-need', method: 'POST', body }),
      invalidatesTags: ['Matters'],
    }),
    changeMatter: build.mutation<ChangedMatter, { readonly id: string; readonly change: ChangeMatter }>({
      query: ({ id, change }) => ({ url: `/matters/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => [
        { type: 'Matter', id },
        { type: 'Shelf', id },
        'Matters',
        'InTray',
      ],
    }),
  }),
});

export const {
  useRecordQuery,
  useLazyRecordQuery,
  useChangeMatterMutation,
  useEnterInNeedMutation,
  useMatterQuery,
  useCreateMatterMutation,
  useMattersInfiniteQuery,
  useFindMattersQuery,
  useLazyFindMattersQuery,
} = mattersApi;
