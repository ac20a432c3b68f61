import type { CalendarFeed, Today } from '../../../contract/today.ts';
import { api } from '../../app/api.ts';

const todayApi = api.injectEndpoints({
  endpoints: (build) => ({
    today: build.query<Today, 'mine' | 'all'>({
      query: (whose) => ({ url: '/today', params: { whose } }),
      providesTags: ['Today', 'OutTray', 'InTray'],
    }),
    settleToday: build.mutation<null, { readonly id: string; readonly done: boolean }>({
      query: ({ id, done }) => ({ url: `/follow-ups/${id}`, method: 'PATCH', body: { done } }),
      invalidatesTags: ['Today', 'Matter'],
    }),
    calendar: build.query<CalendarFeed, void>({ query: () => '/calendar', providesTags: ['Calendar'] }),
    openCalendar: build.mutation<CalendarFeed, boolean>({
      query: (on) => ({ url: '/calendar', method: on ? 'POST' : 'DELETE' }),
      invalidatesTags: ['Calendar'],
    }),
  }),
});

export const { useTodayQuery, useSettleTodayMutation, useCalendarQuery, useOpenCalendarMutation } = todayApi;
