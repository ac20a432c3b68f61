import type { VerificationJob } from '../../contract/exports.ts';
import { api } from './api.ts';

const verificationsApi = api.injectEndpoints({
  endpoints: (build) => ({
    startVerification: build.mutation<VerificationJob, void>({
      query: () => ({ url: '/verifications', method: 'POST' }),
    }),
    verification: build.query<VerificationJob, string>({ query: (id) => `/verifications/${id}` }),
  }),
});

export const { useStartVerificationMutation, useVerificationQuery } = verificationsApi;
