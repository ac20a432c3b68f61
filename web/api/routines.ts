import type { MatterRecordView } from '../../contract/matterTypes.ts';
import type {
  ChangeRoutine,
  MatterRoutines,
  OfferedRoutines,
  RoutineJson,
  RoutineList,
  RoutineRun,
  RoutineView,
  RunRoutine,
  TriedRoutine,
  TryRoutine,
} from '../../contract/routines.ts';
import { api } from './api.ts';

const onMatter = (matterId: string) =>
  [{ type: 'Matter', id: matterId }, 'Matters', 'Today', 'OutTray', 'Routines'] as const;

const routinesApi = api.injectEndpoints({
  endpoints: (build) => ({
    routines: build.query<RoutineList, void>({ query: () => '/routines', providesTags: ['Routines'] }),
    routine: build.query<RoutineView, string>({
      query: (id) => `/routines/${id}`,
      providesTags: ['Routines'],
    }),
    makeRoutine: build.mutation<RoutineView, RoutineJson>({
      query: (content) => ({ url: '/routines', method: 'POST', body: { content } }),
      invalidatesTags: ['Routines'],
    }),
    changeRoutine: build.mutation<RoutineView, { readonly id: string; readonly change: ChangeRoutine }>({
      query: ({ id, change }) => ({ url: `/routines/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: ['Routines'],
    }),
    /** What it would do on a matter; asked, and nothing is done. */
    triedRoutine: build.query<TriedRoutine, TryRoutine>({
      query: (body) => ({ url: '/routines/try', method: 'POST', body }),
      providesTags: (_data, _error, { matterId }) =>
        matterId === undefined ? [] : [{ type: 'Matter', id: matterId }],
    }),
    routinesHere: build.query<MatterRoutines, string>({
      query: (matterId) => `/matters/${matterId}/routines`,
      providesTags: (_data, _error, matterId) => [{ type: 'Matter', id: matterId }, 'Routines'],
    }),
    offeredRoutines: build.query<OfferedRoutines, 'mine' | 'all'>({
      query: (whose) => ({ url: '/offered-routines', params: { whose } }),
      providesTags: ['Today', 'Routines'],
    }),
    /** What it would do here, with what was answered so far; asked, and nothing is done. */
    routineOnMatter: build.query<
      RoutineRun,
      { readonly matterId: string; readonly routineId: string; readonly answers: Record<string, string> }
    >({
      query: ({ matterId, routineId, answers }) => ({
        url: `/matters/${matterId}/routines/${routineId}`,
        method: 'POST',
        body: { dryRun: true, answers },
      }),
      providesTags: (_data, _error, { matterId }) => [{ type: 'Matter', id: matterId }, 'Routines'],
    }),
    runRoutine: build.mutation<
      RoutineRun,
      { readonly matterId: string; readonly routineId: string; readonly run: RunRoutine }
    >({
      query: ({ matterId, routineId, run }) => ({
        url: `/matters/${matterId}/routines/${routineId}`,
        method: 'POST',
        body: run,
      }),
      invalidatesTags: (_data, _error, { matterId }) => [...onMatter(matterId)],
    }),
    undoRun: build.mutation<MatterRecordView, { readonly runId: string; readonly matterId: string }>({
      query: ({ runId }) => ({ url: `/routine-runs/${runId}/undo`, method: 'POST' }),
      invalidatesTags: (_data, _error, { matterId }) => [...onMatter(matterId)],
    }),
  }),
});

export const {
  useRoutinesQuery,
  useRoutineQuery,
  useMakeRoutineMutation,
  useChangeRoutineMutation,
  useTriedRoutineQuery,
  useRoutinesHereQuery,
  useOfferedRoutinesQuery,
  useRoutineOnMatterQuery,
  useRunRoutineMutation,
  useUndoRunMutation,
} = routinesApi;
