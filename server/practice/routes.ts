import { PracticeJson } from '../../contract/practice.ts';
import { changePractice } from './changePractice.ts';
import { readPractice } from './readPractice.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { PracticeServices } from './services.ts';
import { ById } from '../../contract/common.ts';
import { VerificationJob } from '../../contract/exports.ts';
import { readVerification } from './readVerification.ts';
import { startVerification } from './startVerification.ts';

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
];
