import type { CalendarFeed, Today } from '../../contract/today.ts';
import { api } from './api.ts';

const todayApi = api.injectEndpoints({
  endpoints: (build) => ({
    today: build.query<Today, 'mine' | 'all'>({
      query: (whose) => ({ url: '/today', params: { whose } }),
      providesTags: ['Today', 'OutTray', 'InTray'],
    }),
    calendar: build.query<CalendarFeed, void>({ query: () => '/calendar', providesTags: ['Calendar'] }),
    openCalendar: build.mutation<CalendarFeed, boolean>({
      query: (on) => ({ url: '/calendar', method: on ? 'POST' : 'DELETE' }),
      invalidatesTags: ['Calendar'],
    }),
  }),
});

export const { useTodayQuery, useCalendarQuery, useOpenCalendarMutation } = todayApi;
