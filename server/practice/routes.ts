import {
  FirstSteps,
  HolidayQuery,
  HolidaySetQuery,
  HolidaySets,
  NamedDays,
  PracticeJson,
  SkipSteps,
} from '../../contract/practice.ts';
import { changePractice } from './changePractice.ts';
import { receivedFile } from '../http/receiveFiles.ts';
import { readFirstSteps, skipSteps } from './firstSteps.ts';
import { readPractice } from './readPractice.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { PracticeServices } from './services.ts';
import { ById } from '../../contract/common.ts';
import { VerificationJob } from '../../contract/exports.ts';
import { readVerification } from './readVerification.ts';
import type * as HolidaySetsModule from './holidaySets.ts';
import { startVerification } from './startVerification.ts';

/** The world’s holidays are many: loaded when they are first asked for. */
const holidays = (): Promise<typeof HolidaySetsModule> => import('./holidaySets.ts');

const { endpoint } = endpointsFor<PracticeServices>();

export const practiceRoutes = [
  endpoint({
    method: 'post',
    path: '/verifications',
    right: 'export',
    summary: 'Begin to check the seals, the stored files and the index',
    status: 202,
    answers: VerificationJob,
    handle: ({ services, scope }) => startVerification(services, scope),
  }),
  endpoint({
    method: 'get',
    path: '/verifications/:id',
    right: 'export',
    summary: 'How far the check is, and what it found',
    params: ById,
    status: 200,
    answers: VerificationJob,
    handle: ({ services, scope, params }) => readVerification(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/practice',
    right: 'read',
    summary: 'What the practice decides once for everybody',
    status: 200,
    answers: PracticeJson,
    handle: ({ scope }) => readPractice(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/practice',
    right: 'settings',
    summary: 'Change what the practice decides, holidays among it',
    body: PracticeJson,
    status: 200,
    answers: PracticeJson,
    handle: ({ services, scope, body }) => changePractice(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/holiday-sets',
    right: 'settings',
    summary: 'Countries whose holidays ship with the application, or the parts of one',
    query: HolidaySetQuery,
    status: 200,
    answers: HolidaySets,
    handle: async ({ query }) => (await holidays()).holidaySets(query),
  }),
  endpoint({
    method: 'get',
    path: '/holidays',
    right: 'settings',
    summary: 'The public holidays of a country, for this year and the next two',
    query: HolidayQuery,
    status: 200,
    answers: NamedDays,
    handle: async ({ services, scope, query }) => (await holidays()).countryHolidays(services, scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/holidays/read',
    right: 'settings',
    summary: 'The whole days of an iCalendar file; nothing is changed',
    uploads: 'usual',
    status: 200,
    answers: NamedDays,
    handle: async ({ services, scope, request }) =>
      (await holidays()).calendarHolidays(services, scope, await receivedFile(request).read()),
  }),
  endpoint({
    method: 'get',
    path: '/first-steps',
    right: 'settings',
    summary: 'How far the practice has come with what it does first',
    status: 200,
    answers: FirstSteps,
    handle: ({ scope }) => readFirstSteps(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/first-steps',
    right: 'settings',
    summary: 'Leave some of the first steps out, or take them up again',
    body: SkipSteps,
    status: 200,
    answers: FirstSteps,
    handle: ({ services, scope, body }) => skipSteps(services, scope, body),
  }),
];
