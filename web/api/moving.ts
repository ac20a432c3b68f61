import type {
  ChangeImport,
  FaultyLines,
  Imported,
  ImportList,
  ImportUndone,
  ImportView,
} from '../../contract/moving.ts';
import { api } from './api.ts';
import { uploadFiles } from './uploadFiles.ts';

const stale = (id: string) => [{ type: 'Import' as const, id }, 'Imports' as const];

const movingApi = api.injectEndpoints({
  endpoints: (build) => ({
    imports: build.query<ImportList, void>({ query: () => '/imports', providesTags: ['Imports'] }),
    import: build.query<ImportView, string>({
      query: (id) => `/imports/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Import', id }],
    }),
    startImport: build.mutation<
      { readonly id: string },
      {
        readonly file: File;
        readonly what: Imported;
        readonly typeId?: string | undefined;
        readonly onProgress: (share: number) => void;
      }
    >({
      queryFn: ({ file, what, typeId, onProgress }) =>
        uploadFiles<{ readonly id: string }>('/api/v1/imports', [file], onProgress, {
          words: { what, ...(typeId === undefined ? {} : { typeId }) },
        }),
      invalidatesTags: ['Imports'],
    }),
    changeImport: build.mutation<ImportView, { readonly id: string; readonly change: ChangeImport }>({
      query: ({ id, change }) => ({ url: `/imports/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => stale(id),
    }),
    faultyLines: build.query<FaultyLines, string>({ query: (id) => `/imports/${id}/faults` }),
    runImport: build.mutation<object, string>({
      query: (id) => ({ url: `/imports/${id}/run`, method: 'POST' }),
      invalidatesTags: (_result, _error, id) => stale(id),
    }),
    undoImport: build.mutation<ImportUndone, string>({
      query: (id) => ({ url: `/imports/${id}/undo`, method: 'POST' }),
      invalidatesTags: (_result, _error, id) => [...stale(id), 'Matters', 'Contacts', 'InTray'],
    }),
  }),
});

export const {
  useImportsQuery,
  useImportQuery,
  useStartImportMutation,
  useChangeImportMutation,
  useLazyFaultyLinesQuery,
  useRunImportMutation,
  useUndoImportMutation,
} = movingApi;
