import type { ExportJob, NewExport, VerificationJob } from '../../../contract/exports.ts';
import { api } from '../../app/api.ts';

const exportsApi = api.injectEndpoints({
  endpoints: (build) => ({
    startExport: build.mutation<ExportJob, NewExport>({
      query: (body) => ({ url: '/exports', method: 'POST', body }),
    }),
    export: build.query<ExportJob, string>({ query: (id) => `/exports/${id}` }),
    callOffExport: build.mutation<null, string>({
      query: (id) => ({ url: `/exports/${id}`, method: 'DELETE' }),
    }),
    startVerification: build.mutation<VerificationJob, void>({
      query: () => ({ url: '/verifications', method: 'POST' }),
    }),
    verification: build.query<VerificationJob, string>({ query: (id) => `/verifications/${id}` }),
  }),
});

export const {
  useStartExportMutation,
  useExportQuery,
  useCallOffExportMutation,
  useStartVerificationMutation,
  useVerificationQuery,
} = exportsApi;
