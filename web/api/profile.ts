import type {
  ChangePassword,
  ChangeProfile,
  ProfileView,
  SecondFactorBegun,
  SecondFactorSet,
  SessionsView,
} from '../../contract/people.ts';
import { api } from './api.ts';

const profileApi = api.injectEndpoints({
  endpoints: (build) => ({
    profile: build.query<ProfileView, void>({ query: () => '/profile', providesTags: ['Profile'] }),
    changeProfile: build.mutation<ProfileView, ChangeProfile>({
      query: (body) => ({ url: '/profile', method: 'PATCH', body }),
      invalidatesTags: ['Profile', 'People', 'Session'],
    }),
    changePassword: build.mutation<object, ChangePassword>({
      query: (body) => ({ url: '/profile/password', method: 'POST', body }),
      invalidatesTags: ['Profile', 'Sessions'],
    }),
    beginSecondFactor: build.mutation<SecondFactorBegun, void>({
      query: () => ({ url: '/profile/second-factor', method: 'POST' }),
    }),
    confirmSecondFactor: build.mutation<SecondFactorSet, string>({
      query: (code) => ({ url: '/profile/second-factor/confirmation', method: 'POST', body: { code } }),
      invalidatesTags: ['Profile'],
    }),
    removeSecondFactor: build.mutation<object, string>({
      query: (code) => ({ url: '/profile/second-factor/removal', method: 'POST', body: { code } }),
      invalidatesTags: ['Profile'],
    }),
    sessions: build.query<SessionsView, void>({
      query: () => '/profile/sessions',
      providesTags: ['Sessions'],
    }),
    endSession: build.mutation<object, string>({
      query: (id) => ({ url: `/profile/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Sessions'],
    }),
  }),
});

export const {
  useProfileQuery,
  useChangeProfileMutation,
  useChangePasswordMutation,
  useBeginSecondFactorMutation,
  useConfirmSecondFactorMutation,
  useRemoveSecondFactorMutation,
  useSessionsQuery,
  useEndSessionMutation,
} = profileApi;
