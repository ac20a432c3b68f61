import type { Session, SignIn } from '../../contract/session.ts';
import { keepTo } from '../words/dates.ts';
import { api } from './api.ts';

const sessionApi = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<Session, void>({
      query: () => '/session',
      // Before anything is shown: every day on every screen is the practice's.
      transformResponse: (session: Session) => {
        keepTo(session.practice);
        return session;
      },
      providesTags: ['Session'],
    }),
    signIn: build.mutation<Session, SignIn>({ query: (body) => ({ url: '/session', method: 'POST', body }) }),
    signOut: build.mutation<Record<string, never>, void>({
      query: () => ({ url: '/session', method: 'DELETE' }),
    }),
  }),
});

export const { useSessionQuery, useSignInMutation, useSignOutMutation } = sessionApi;
