import { ById, Nothing } from '../../../contract/common.ts';
import {
  ChangePassword,
  ChangeProfile,
  ProfileView,
  SecondFactorBegun,
  SecondFactorCode,
  SecondFactorSet,
  SessionsView,
} from '../../../contract/people.ts';
import { endpointsFor } from '../endpoint.ts';
import type { AccessServices } from '../services.ts';
import { beginSecondFactor, confirmSecondFactor, removeSecondFactor } from './ownSecondFactor.ts';
import { endSession, readSessions } from './ownSessions.ts';
import { changePassword, changeProfile, readProfile } from './profile.ts';

const { endpoint } = endpointsFor<AccessServices>();

export const profileRoutes = [
  endpoint({
    method: 'get',
    path: '/profile',
    right: 'self',
    summary: 'Who one is, and how one likes the application',
    status: 200,
    answers: ProfileView,
    handle: ({ scope }) => readProfile(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/profile',
    right: 'self',
    summary: 'Change one’s own name, position, telephone and preferences, and who may write for one',
    body: ChangeProfile,
    status: 200,
    answers: ProfileView,
    handle: ({ services, scope, body }) => changeProfile(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/profile/password',
    right: 'self',
    summary: 'Choose another password; every other session ends',
    body: ChangePassword,
    status: 200,
    answers: Nothing,
    handle: async ({ services, scope, body, request }) => {
      await changePassword(services, scope, body, request.session.handle);
      return {};
    },
  }),
  endpoint({
    method: 'post',
    path: '/profile/second-factor',
    right: 'self',
    summary: 'Begin a second factor (RFC 6238); it holds once it is confirmed',
    status: 201,
    answers: SecondFactorBegun,
    handle: ({ services, scope }) => beginSecondFactor(services, scope),
  }),
  endpoint({
    method: 'post',
    path: '/profile/second-factor/confirmation',
    right: 'self',
    summary: 'Put the second factor in force by a first code; answers with the recovery codes',
    body: SecondFactorCode,
    status: 200,
    answers: SecondFactorSet,
    handle: ({ services, scope, body }) => confirmSecondFactor(services, scope, body.code),
  }),
  endpoint({
    method: 'post',
    path: '/profile/second-factor/removal',
    right: 'self',
    summary: 'Do without a second factor, by a code of it',
    body: SecondFactorCode,
    status: 200,
    answers: Nothing,
    handle: async ({ services, scope, body }) => {
      await removeSecondFactor(services, scope, body.code);
      return {};
    },
  }),
  endpoint({
    method: 'get',
    path: '/profile/sessions',
    right: 'self',
    summary: 'Where one is signed in',
    status: 200,
    answers: SessionsView,
    handle: ({ services, scope, request }) => readSessions(services, scope, request.session.handle),
  }),
  endpoint({
    method: 'delete',
    path: '/profile/sessions/:id',
    right: 'self',
    summary: 'End one of one’s own sessions',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: async ({ services, scope, params }) => {
      await endSession(services, scope, params.id);
      return {};
    },
  }),
];
