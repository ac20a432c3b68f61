import { PracticeJson } from '../../contract/practice.ts';
import { endpoint } from '../http/endpoint.ts';
import { changePractice } from './changePractice.ts';
import { readPractice } from './readPractice.ts';

export const practiceRoutes = [
  endpoint({
    method: 'get',
    path: '/practice',
    summary: 'What the practice decides once for everybody',
    status: 200,
    answers: PracticeJson,
    handle: ({ office }) => readPractice(office),
  }),
  endpoint({
    method: 'patch',
    path: '/practice',
    summary: 'Change what the practice decides, holidays among it',
    body: PracticeJson,
    status: 200,
    answers: PracticeJson,
    handle: ({ office, person, body }) => changePractice(office, person, body),
  }),
];
