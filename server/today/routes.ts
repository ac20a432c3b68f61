import { Type } from 'typebox';
import { CalendarFeed, Today, TodayQuery } from '../../contract/today.ts';
import { endpoint } from '../http/endpoint.ts';
import { sendFile } from '../http/sendFile.ts';
import { calendarOfToken } from './calendarOfToken.ts';
import { changeFeed } from './changeFeed.ts';
import { readFeed } from './readFeed.ts';
import { readToday } from './readToday.ts';

export const todayRoutes = [
  endpoint({
    method: 'get',
    path: '/today',
    summary: 'What is due, what came in, what is on its way, whose answer is outstanding',
    query: TodayQuery,
    status: 200,
    answers: Today,
    handle: ({ office, person, query }) => readToday(office, person, query.whose ?? 'mine'),
  }),
  endpoint({
    method: 'get',
    path: '/calendar',
    summary: 'The secret address of one’s own calendar',
    status: 200,
    answers: CalendarFeed,
    handle: ({ office, person }) => readFeed(office, person),
  }),
  endpoint({
    method: 'post',
    path: '/calendar',
    summary: 'Make a new secret address for one’s own calendar; the old one is dead',
    status: 201,
    answers: CalendarFeed,
    handle: ({ office, person }) => changeFeed(office, person, true),
  }),
  endpoint({
    method: 'delete',
    path: '/calendar',
    summary: 'Close one’s own calendar address',
    status: 200,
    answers: CalendarFeed,
    handle: ({ office, person }) => changeFeed(office, person, false),
  }),
  endpoint({
    method: 'get',
    path: '/calendars/:file',
    summary: 'A calendar by its secret address (RFC 5545)',
    params: Type.Object({ file: Type.String({ pattern: '^[A-Za-z0-9_-]{24}\\.ics$' }) }),
    open: true,
    status: 200,
    answers: 'text/calendar',
    handle: async ({ office, params, response }) => {
      const bytes = await calendarOfToken(office, params.file.slice(0, -'.ics'.length));
      sendFile(response, bytes, 'text/calendar; charset=utf-8', 'officium.ics');
      return undefined;
    },
  }),
];
