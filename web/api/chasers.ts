import type {
  ChangeChase,
  ChangeChaserPlan,
  ChaseList,
  ChaserPlanJson,
  ChaserPlanList,
  ChaserPlanView,
  ChaseView,
  StartChase,
} from '../../contract/chasers.ts';
import { api } from './api.ts';

const chasersApi = api.injectEndpoints({
  endpoints: (build) => ({
    chaserPlans: build.query<ChaserPlanList, void>({
      query: () => '/chaser-plans',
      providesTags: ['Chases'],
    }),
    makeChaserPlan: build.mutation<ChaserPlanView, ChaserPlanJson>({
      query: (content) => ({ url: '/chaser-plans', method: 'POST', body: { content } }),
      invalidatesTags: ['Chases'],
    }),
    changeChaserPlan: build.mutation<
      ChaserPlanView,
      { readonly id: string; readonly change: ChangeChaserPlan }
    >({
      query: ({ id, change }) => ({ url: `/chaser-plans/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: ['Chases'],
    }),
    chasesOn: build.query<ChaseList, string>({
      query: (matterId) => ({ url: '/chases', params: { matterId } }),
      providesTags: (_data, _error, matterId) => [{ type: 'Matter', id: matterId }, 'Chases'],
    }),
    chasesUnderWay: build.query<ChaseList, 'mine' | 'all'>({
      query: (whose) => ({ url: '/chases', params: { whose } }),
      providesTags: ['Today', 'Chases'],
    }),
    startChase: build.mutation<ChaseView, StartChase>({
      query: (body) => ({ url: '/chases', method: 'POST', body }),
      invalidatesTags: ['Chases', 'Today'],
    }),
    changeChase: build.mutation<ChaseView, { readonly id: string; readonly change: ChangeChase }>({
      query: ({ id, change }) => ({ url: `/chases/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: ['Chases', 'Today'],
    }),
  }),
});

export const {
  useChaserPlansQuery,
  useMakeChaserPlanMutation,
  useChangeChaserPlanMutation,
  useChasesOnQuery,
  useChasesUnderWayQuery,
  useStartChaseMutation,
  useChangeChaseMutation,
} = chasersApi;
