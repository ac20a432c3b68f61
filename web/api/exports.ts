import type { ExportJob, NewExport } from '../../contract/exports.ts';
import { api } from './api.ts';

const exportsApi = api.injectEndpoints({
  endpoints: (build) => ({
    startExport: build.mutation<ExportJob, NewExport>({
      query: (body) => ({ url: '/exports', method: 'POST', body }),
    }),
    export: build.query<ExportJob, string>({ query: (id) => `/exports/${id}` }),
    callOffExport: build.mutation<null, string>({
      query: (id) => ({ url: `/exports/${id}`, method: 'DELETE' }),
    }),
  }),
});

export const { useStartExportMutation, useExportQuery, useCallOffExportMutation } = exportsApi;
