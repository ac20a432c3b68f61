import { Type } from 'typebox';
import { OfferedRoutines } from '../../contract/routines.ts';
import { CalendarFeed, Today, TodayQuery } from '../../contract/today.ts';
import { sendFile } from '../http/sendFile.ts';
import { calendarOfToken } from './calendarOfToken.ts';
import { changeFeed } from './changeFeed.ts';
import { offeredRoutines } from './offeredRoutines.ts';
import { readFeed } from './readFeed.ts';
import { readToday } from './readToday.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';

const { endpoint, openEndpoint } = endpointsFor<Services>();

export const todayRoutes = [
  endpoint({
    method: 'get',
    path: '/today',
    right: 'read',
    summary: 'What is due, what came in, what is on its way, whose answer is outstanding',
    query: TodayQuery,
    status: 200,
    answers: Today,
    handle: ({ services, scope, query }) => readToday(services, scope, query.whose ?? 'mine'),
  }),
  endpoint({
    method: 'get',
    path: '/offered-routines',
    right: 'read',
    summary: 'Routines that are offered over the matters in hand, and what ran by itself lately',
    query: TodayQuery,
    status: 200,
    answers: OfferedRoutines,
    handle: ({ services, scope, query }) => offeredRoutines(services, scope, query.whose ?? 'mine'),
  }),
  endpoint({
    method: 'get',
    path: '/calendar',
    right: 'own',
    summary: 'The secret address of one’s own calendar',
    status: 200,
    answers: CalendarFeed,
    handle: ({ scope }) => readFeed(scope),
  }),
  endpoint({
    method: 'post',
    path: '/calendar',
    right: 'own',
    summary: 'Make a new secret address for one’s own calendar; the old one is dead',
    status: 201,
    answers: CalendarFeed,
    handle: ({ services, scope }) => changeFeed(services, scope, true),
  }),
  endpoint({
    method: 'delete',
    path: '/calendar',
    right: 'own',
    summary: 'Close one’s own calendar address',
    status: 200,
    answers: CalendarFeed,
    handle: ({ services, scope }) => changeFeed(services, scope, false),
  }),
  openEndpoint({
    method: 'get',
    path: '/calendars/:file',
    right: 'open',
    summary: 'A calendar by its secret address (RFC 5545)',
    params: Type.Object({ file: Type.String({ pattern: '^[A-Za-z0-9_-]{24}\\.ics$' }) }),
    status: 200,
    answers: 'text/calendar',
    handle: async ({ services, params, response }) => {
      const bytes = await calendarOfToken(services, params.file.slice(0, -'.ics'.length));
      sendFile(response, bytes, 'text/calendar; charset=utf-8', 'officium.ics');
      return undefined;
    },
  }),
];
