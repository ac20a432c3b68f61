import type {
  FirstSteps,
  SkipSteps,
  HolidayQuery,
  HolidaySets,
  NamedDays,
  PracticeJson,
} from '../../contract/practice.ts';
import { api } from './api.ts';

const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<PracticeJson, void>({
      query: () => '/practice',
      providesTags: ['MatterTypes'],
    }),
    firstSteps: build.query<FirstSteps, void>({
      query: () => '/first-steps',
      providesTags: ['FirstSteps', 'People', 'MatterTypes', 'Contacts', 'Matters', 'Templates', 'Session'],
    }),
    skipSteps: build.mutation<FirstSteps, SkipSteps>({
      query: (body) => ({ url: '/first-steps', method: 'PATCH', body }),
      invalidatesTags: ['FirstSteps'],
    }),
    holidaySets: build.query<HolidaySets, string | undefined>({
      query: (country) => ({ url: '/holiday-sets', params: country === undefined ? {} : { country } }),
    }),
    countryHolidays: build.query<NamedDays, HolidayQuery>({
      query: (params) => ({ url: '/holidays', params }),
    }),
    calendarHolidays: build.mutation<NamedDays, File>({
      query: (file) => {
        const body = new FormData();
        body.append('file', file);
        return { url: '/holidays/read', method: 'POST', body };
      },
    }),
    changePractice: build.mutation<PracticeJson, PracticeJson>({
      query: (body) => ({ url: '/practice', method: 'PATCH', body }),
      invalidatesTags: ['MatterTypes', 'Matter', 'Session'],
    }),
  }),
});

export const {
  usePracticeQuery,
  useChangePracticeMutation,
  useFirstStepsQuery,
  useSkipStepsMutation,
  useHolidaySetsQuery,
  useLazyCountryHolidaysQuery,
  useCalendarHolidaysMutation,
} = practiceApi;
