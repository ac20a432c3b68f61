import type {
  AskForLink,
  ChangePerson,
  Invitation,
  LinkView,
  NewPerson,
  PeopleView,
  PersonView,
  SignInSettings,
  SignInWays,
} from '../../contract/people.ts';
import type { Static } from 'typebox';
import { api } from './api.ts';

const peopleApi = api.injectEndpoints({
  endpoints: (build) => ({
    people: build.query<PeopleView, void>({ query: () => '/people', providesTags: ['People'] }),
    addPerson: build.mutation<PersonView, NewPerson>({
      query: (body) => ({ url: '/people', method: 'POST', body }),
      invalidatesTags: ['People', 'Matter'],
    }),
    changePerson: build.mutation<PersonView, { readonly id: string; readonly change: ChangePerson }>({
      query: ({ id, change }) => ({ url: `/people/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: ['People', 'Matter', 'Matters', 'Session'],
    }),
    invite: build.mutation<Invitation, string>({
      query: (id) => ({ url: `/people/${id}/invitation`, method: 'POST' }),
      invalidatesTags: ['People'],
    }),
    signInSettings: build.query<SignInSettings, void>({
      query: () => '/practice/sign-in',
      providesTags: ['SignIn'],
    }),
    changeSignIn: build.mutation<SignInSettings, SignInSettings>({
      query: (body) => ({ url: '/practice/sign-in', method: 'PATCH', body }),
      invalidatesTags: ['SignIn', 'Session'],
    }),
    signInWays: build.query<SignInWays, void>({ query: () => '/sign-in' }),
    askForLink: build.mutation<object, Static<typeof AskForLink>>({
      query: (body) => ({ url: '/password-links', method: 'POST', body }),
    }),
    link: build.query<LinkView, string>({ query: (token) => `/password-links/${token}` }),
    takeLink: build.mutation<
      { readonly signedIn: boolean },
      { readonly token: string; readonly password: string }
    >({
      query: ({ token, password }) => ({
        url: `/password-links/${token}`,
        method: 'POST',
        body: { password },
      }),
    }),
  }),
});

export const {
  usePeopleQuery,
  useAddPersonMutation,
  useChangePersonMutation,
  useInviteMutation,
  useSignInSettingsQuery,
  useChangeSignInMutation,
  useSignInWaysQuery,
  useAskForLinkMutation,
  useLinkQuery,
  useTakeLinkMutation,
} = peopleApi;
