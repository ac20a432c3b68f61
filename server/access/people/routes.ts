import type { Request } from 'express';
import { ById, Nothing } from '../../../contract/common.ts';
import {
  AskForLink,
  ChangePerson,
  Invitation,
  LinkView,
  NewPerson,
  PeopleView,
  PersonView,
  Token,
  UseLink,
} from '../../../contract/people.ts';
import { Type } from 'typebox';
import { endpointsFor } from '../endpoint.ts';
import type { AccessServices } from '../services.ts';
import { beginSession } from '../signIn/beginSession.ts';
import { addPerson, changePerson } from './changePeople.ts';
import { askForReset, invitePerson, readLink, takeLink } from './links.ts';
import { readPeople, readPerson } from './personView.ts';

const { endpoint, openEndpoint } = endpointsFor<AccessServices>();

/** Where browsers reach this server, as whoever asks does; the name was looked at before anything else. */
const originOf = (request: Request): string => `${request.protocol}://${request.get('host') ?? ''}`;

export const peopleRoutes = [
  endpoint({
    method: 'get',
    path: '/people',
    right: 'read',
    summary: 'Everybody who is or was of the practice; how they sign in is told to administrators',
    status: 200,
    answers: PeopleView,
    handle: async ({ services, scope }) => ({ items: [...(await readPeople(services, scope))] }),
  }),
  endpoint({
    method: 'post',
    path: '/people',
    right: 'people',
    summary: 'Put somebody among the people of the practice',
    body: NewPerson,
    status: 201,
    answers: PersonView,
    handle: ({ services, scope, body }) => addPerson(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/people/:id',
    right: 'read',
    summary: 'Somebody of the practice',
    params: ById,
    status: 200,
    answers: PersonView,
    handle: ({ services, scope, params }) => readPerson(services, scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/people/:id',
    right: 'people',
    summary: 'Change what somebody is and may do, or see them off with their work handed on',
    params: ById,
    body: ChangePerson,
    status: 200,
    answers: PersonView,
    handle: ({ services, scope, params, body }) => changePerson(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/people/:id/invitation',
    right: 'people',
    summary: 'A link with which they choose a password; it takes the place of one before it',
    params: ById,
    status: 201,
    answers: Invitation,
    handle: ({ services, scope, params, request }) =>
      invitePerson(services, scope, params.id, originOf(request)),
  }),
  openEndpoint({
    method: 'post',
    path: '/password-links',
    right: 'open',
    summary: 'Ask for a link to a new password; the answer is the same whoever asks',
    body: AskForLink,
    status: 202,
    answers: Nothing,
    handle: ({ services, body, request }) => {
      // Answered at once: how long it takes must not tell whether there is somebody.
      void askForReset(services, body.email, originOf(request)).catch((error: unknown) => {
        services.log.error({ err: error }, 'a link to a new password was not sent');
      });
      return Promise.resolve({});
    },
  }),
  openEndpoint({
    method: 'get',
    path: '/password-links/:token',
    right: 'open',
    summary: 'Whom a link to a password is for',
    params: Token,
    status: 200,
    answers: LinkView,
    handle: ({ services, params }) => readLink(services, params.token),
  }),
  openEndpoint({
    method: 'post',
    path: '/password-links/:token',
    right: 'open',
    summary: 'Choose a password by a link; it is used up by it',
    params: Token,
    body: UseLink,
    status: 200,
    answers: Type.Object({ signedIn: Type.Boolean() }),
    handle: async ({ services, params, body, request }) => {
      const scope = await takeLink(services, params.token, body.password);
      if (scope) await beginSession(request, scope.actor.id, services.now());
      return { signedIn: scope !== undefined };
    },
  }),
];
