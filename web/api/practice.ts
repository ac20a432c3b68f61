import type { PracticeJson } from '../../contract/practice.ts';
import { api } from './api.ts';

const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<PracticeJson, void>({
      query: () => '/practice',
      providesTags: ['MatterTypes'],
    }),
    changePractice: build.mutation<PracticeJson, PracticeJson>({
      query: (body) => ({ url: '/practice', method: 'PATCH', body }),
      invalidatesTags: ['MatterTypes', 'Matter', 'Session'],
    }),
  }),
});

export const { usePracticeQuery, useChangePracticeMutation } = practiceApi;
