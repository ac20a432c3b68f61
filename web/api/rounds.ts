import type {
  ChangeRound,
  ChangeRoundMessage,
  NewRound,
  NewSet,
  RoundAnswers,
  RoundMessage,
  RoundMessagePage,
  RoundMessagesQuery,
  RoundPage,
  RoundView,
  SavedSet,
  SendRound,
  SetCount,
  SetWhere,
} from '../../contract/rounds.ts';
import { api } from './api.ts';

/** Messages of one request; a longer round is read page by page. */
const PAGE = 200;

const roundsApi = api.injectEndpoints({
  endpoints: (build) => ({
    rounds: build.query<RoundPage, void>({ query: () => '/rounds', providesTags: ['Rounds'] }),
    round: build.query<RoundView, string>({
      query: (id) => `/rounds/${id}`,
      providesTags: (_data, _error, id) => [{ type: 'Round', id }],
    }),
    roundAnswers: build.query<RoundAnswers, string>({
      query: (id) => `/rounds/${id}/answers`,
      providesTags: (_data, _error, id) => [{ type: 'Round', id }],
    }),
    roundMessages: build.infiniteQuery<
      RoundMessagePage,
      { readonly id: string } & Pick<RoundMessagesQuery, 'group'>,
      string | null
    >({
      infiniteQueryOptions: {
        initialPageParam: null,
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg: { id, ...narrowing }, pageParam }) => ({
        url: `/rounds/${id}/messages`,
        params: { ...narrowing, limit: PAGE, ...(pageParam === null ? {} : { after: pageParam }) },
      }),
      providesTags: (_data, _error, { id }) => [{ type: 'Round', id }],
    }),
    makeRound: build.mutation<RoundView, NewRound>({
      query: (body) => ({ url: '/rounds', method: 'POST', body }),
      invalidatesTags: ['Rounds'],
    }),
    changeRound: build.mutation<RoundView, { readonly id: string; readonly change: ChangeRound }>({
      query: ({ id, change }) => ({ url: `/rounds/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_data, _error, { id }) => [{ type: 'Round', id }, 'Rounds'],
    }),
    changeRoundMessage: build.mutation<
      RoundMessage,
      { readonly id: string; readonly messageId: string; readonly change: ChangeRoundMessage }
    >({
      query: ({ id, messageId, change }) => ({
        url: `/rounds/${id}/messages/${messageId}`,
        method: 'PATCH',
        body: change,
      }),
      invalidatesTags: (_data, _error, { id, messageId }) => [
        { type: 'Round', id },
        { type: 'Message', id: messageId },
      ],
    }),
    sendRound: build.mutation<RoundView, { readonly id: string; readonly order: SendRound }>({
      query: ({ id, order }) => ({ url: `/rounds/${id}/send`, method: 'POST', body: order }),
      invalidatesTags: (_data, _error, { id }) => [{ type: 'Round', id }, 'Rounds'],
    }),
    steerRound: build.mutation<
      RoundView,
      { readonly id: string; readonly how: 'release' | 'pause' | 'resume' | 'stop' }
    >({
      query: ({ id, how }) => ({ url: `/rounds/${id}/${how}`, method: 'POST' }),
      invalidatesTags: (_data, _error, { id }) => [{ type: 'Round', id }, 'Rounds'],
    }),
    deleteRound: build.mutation<object, string>({
      query: (id) => ({ url: `/rounds/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Rounds'],
    }),
    countSet: build.query<SetCount, SetWhere>({
      query: (where) => ({ url: '/sets/count', method: 'POST', body: { where } }),
      providesTags: ['Matters'],
    }),
    sets: build.query<{ readonly items: readonly SavedSet[] }, void>({
      query: () => '/sets',
      providesTags: ['Sets'],
    }),
    saveSet: build.mutation<SavedSet, NewSet>({
      query: (body) => ({ url: '/sets', method: 'POST', body }),
      invalidatesTags: ['Sets'],
    }),
    deleteSet: build.mutation<object, string>({
      query: (id) => ({ url: `/sets/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Sets'],
    }),
  }),
});

export const {
  useRoundsQuery,
  useRoundQuery,
  useRoundAnswersQuery,
  useRoundMessagesInfiniteQuery,
  useMakeRoundMutation,
  useChangeRoundMutation,
  useChangeRoundMessageMutation,
  useSendRoundMutation,
  useSteerRoundMutation,
  useDeleteRoundMutation,
  useCountSetQuery,
  useSetsQuery,
  useSaveSetMutation,
  useDeleteSetMutation,
} = roundsApi;
