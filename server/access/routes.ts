import type { Request } from 'express';
import { Nothing } from '../../contract/common.ts';
import { Session, SignIn } from '../../contract/session.ts';
import { DomainProblem } from '../platform/problems/problem.ts';
import type { Services } from '../platform/services.ts';
import { endpointsFor } from './endpoint.ts';
import { demoPrincipal, signIn } from './signIn.ts';
import { viewSession } from './viewSession.ts';

const { openEndpoint } = endpointsFor<Services>();

/** A new id for each sign-in, so that one planted before it is worth nothing after it. */
const begin = (request: Request, personId: string): Promise<void> =>
  new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) {
        reject(error instanceof Error ? error : new Error(String(error)));
        return;
      }
      request.session.personId = personId;
      request.session.save((failed: unknown) => {
        if (failed) reject(failed instanceof Error ? failed : new Error(String(failed)));
        else resolve();
      });
    });
  });

export const sessionRoutes = [
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
      await begin(request, principal.actor.id);
      return viewSession(services, principal);
    },
  }),
  openEndpoint({
    method: 'post',
    path: '/session',
    right: 'open',
    summary: 'Sign in',
    body: SignIn,
    status: 200,
    answers: Session,
    handle: async ({ services, body, request }) => {
      const scope = await signIn(services, body);
      await begin(request, scope.actor.id);
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
];
