import type { Request } from 'express';
import { Nothing } from '../../contract/common.ts';
import { Session, SignIn } from '../../contract/session.ts';
import { endpoint } from '../http/endpoint.ts';
import { HttpProblem } from '../http/httpProblem.ts';
import { demoPrincipal } from './demoPrincipal.ts';
import { signIn } from './signIn.ts';
import { viewSession } from './viewSession.ts';

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
  endpoint({
    method: 'get',
    path: '/session',
    summary: 'Who is signed in; in the demo the principal, when nobody is',
    status: 200,
    answers: Session,
    open: true,
    handle: async ({ office, person, request }) => {
      if (request.session.personId !== undefined) return viewSession(office, person);
      const principal = await demoPrincipal(office);
      if (!principal) throw new HttpProblem('notSignedIn');
      await begin(request, principal.id);
      return viewSession(office, principal);
    },
  }),
  endpoint({
    method: 'post',
    path: '/session',
    summary: 'Sign in',
    body: SignIn,
    status: 200,
    answers: Session,
    open: true,
    handle: async ({ office, body, request }) => {
      const account = await signIn(office, body);
      await begin(request, account.id);
      return viewSession(office, account);
    },
  }),
  endpoint({
    method: 'delete',
    path: '/session',
    summary: 'Sign out',
    status: 200,
    answers: Nothing,
    open: true,
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
