import type { Request } from 'express';
import { Type } from 'typebox';
import { Nothing } from '../../../contract/common.ts';
import { SignInSettings, SignInWays } from '../../../contract/people.ts';
import { Session, SignIn } from '../../../contract/session.ts';
import { DomainProblem } from '../../platform/problems/problem.ts';
import { endpointsFor } from '../endpoint.ts';
import type { AccessServices } from '../services.ts';
import { viewSession } from '../viewSession.ts';
import { beginSession } from './beginSession.ts';
import { changeSignIn, viewSignIn } from './changeSignIn.ts';
import { demoPrincipal, signIn } from './signIn.ts';
import { signInWays } from './signInWays.ts';
import { beginSignOn, finishSignOn, SignOnRefused } from './signOn.ts';

const { endpoint, openEndpoint } = endpointsFor<AccessServices>();

const BACK = '/api/v1/sign-on/answer';
const originOf = (request: Request): string => `${request.protocol}://${request.get('host') ?? ''}`;
const faultOf = (error: unknown): string => (error instanceof SignOnRefused ? error.fault : 'failed');

export const signInRoutes = [
  openEndpoint({
    method: 'get',
    path: '/session',
    right: 'open',
    summary: 'Who is signed in; in the demo the principal, when nobody is',
    status: 200,
    answers: Session,
    handle: async ({ services, scope, request }) => {
      if (scope) return viewSession(services, scope);
      const principal = await demoPrincipal(services);
      if (!principal) throw new DomainProblem('notSignedIn');
      await beginSession(request, principal.actor.id, services.now());
      return viewSession(services, principal);
    },
  }),
  openEndpoint({
    method: 'post',
    path: '/session',
    right: 'open',
    summary: 'Sign in, with the code of a second factor where one is asked for',
    body: SignIn,
    status: 200,
    answers: Session,
    handle: async ({ services, body, request }) => {
      const scope = await signIn(services, body, request.ip ?? '');
      await beginSession(request, scope.actor.id, services.now());
      return viewSession(services, scope);
    },
  }),
  openEndpoint({
    method: 'delete',
    path: '/session',
    right: 'open',
    summary: 'Sign out',
    status: 200,
    answers: Nothing,
    handle: async ({ request }) => {
      await new Promise<void>((resolve) => {
        request.session.destroy(() => {
          resolve();
        });
      });
      return {};
    },
  }),
  openEndpoint({
    method: 'get',
    path: '/sign-in',
    right: 'open',
    summary: 'The ways in which one can sign in',
    status: 200,
    answers: SignInWays,
    handle: ({ services }) => signInWays(services.db),
  }),
  openEndpoint({
    method: 'get',
    path: '/sign-on',
    right: 'open',
    summary: 'Go to sign on elsewhere (OpenID Connect)',
    query: Type.Object({ to: Type.Optional(Type.String({ maxLength: 2_000 })) }),
    status: 302,
    answers: 'text/html',
    handle: async ({ services, query, request, response }) => {
      try {
        const { url, begun } = await beginSignOn(services, `${originOf(request)}${BACK}`, query.to ?? '/');
        request.session.signOn = begun;
        response.redirect(url);
      } catch (error) {
        services.log.warn({ err: error }, 'sign-on could not begin');
        response.redirect(`/?sign-on=${faultOf(error)}`);
      }
      return undefined;
    },
  }),
  openEndpoint({
    method: 'get',
    path: '/sign-on/answer',
    right: 'open',
    summary: 'Come back from there',
    status: 302,
    answers: 'text/html',
    handle: async ({ services, request, response }) => {
      const begun = request.session.signOn;
      try {
        const answer = new URL(request.originalUrl, originOf(request));
        const scope = await finishSignOn(services, begun, answer);
        await beginSession(request, scope.actor.id, services.now());
        response.redirect(begun?.to ?? '/');
      } catch (error) {
        services.log.warn({ err: error }, 'sign-on let nobody in');
        response.redirect(`/?sign-on=${faultOf(error)}`);
      }
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/practice/sign-in',
    right: 'people',
    summary: 'How people sign in, without secrets',
    status: 200,
    answers: SignInSettings,
    handle: ({ scope }) => viewSignIn(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/practice/sign-in',
    right: 'people',
    summary: 'Change how people sign in',
    body: SignInSettings,
    status: 200,
    answers: SignInSettings,
    handle: ({ services, scope, body }) => changeSignIn(services, scope, body),
  }),
];
