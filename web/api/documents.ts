import type {
  AddedDocuments,
  ChangeDocument,
  DocumentComparison,
  DocumentItem,
  DocumentPage,
  DocumentPreview,
  DocumentSort,
} from '../../contract/documents.ts';
import type { EnclosedFiles } from '../../contract/correspondence.ts';
import { api } from './api.ts';
import { uploadFiles } from './uploadFiles.ts';

interface One {
  readonly matterId: string;
  readonly documentId: string;
}

/** What is asked for of a matter's documents. */
export interface DocumentsAsked {
  readonly matterId: string;
  readonly query: string;
  readonly category: string;
  readonly deleted: boolean;
  readonly sort: DocumentSort;
  readonly reversed: boolean;
}

/** As many as nearly every matter has. */
const AT_ONCE = 200;

const documentsApi = api.injectEndpoints({
  endpoints: (build) => ({
    documents: build.infiniteQuery<DocumentPage, DocumentsAsked, string>({
      infiniteQueryOptions: {
        initialPageParam: '',
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg: { matterId, query, category, deleted, sort, reversed }, pageParam }) => ({
        url: `/matters/${matterId}/documents`,
        params: {
          limit: AT_ONCE,
          sort,
          ...(reversed ? { reversed } : {}),
          ...(query === '' ? {} : { query }),
          ...(category === '' ? {} : { category }),
          ...(deleted ? { deleted } : {}),
          ...(pageParam === '' ? {} : { after: pageParam }),
        },
      }),
      providesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
    }),
    documentPreview: build.query<DocumentPreview, One>({
      query: ({ matterId, documentId }) => `/matters/${matterId}/documents/${documentId}/preview`,
    }),
    documentComparison: build.query<DocumentComparison, One>({
      query: ({ matterId, documentId }) => `/matters/${matterId}/documents/${documentId}/comparison`,
    }),
    enclosedFiles: build.query<EnclosedFiles, string>({
      query: (matterId) => `/matters/${matterId}/enclosed-files`,
      providesTags: (_result, _error, matterId) => [{ type: 'Matter', id: matterId }],
    }),
    addDocuments: build.mutation<
      AddedDocuments,
      {
        readonly matterId: string;
        readonly files: readonly File[];
        readonly category: string;
        /** The document whose next version it is. */
        readonly versionOf?: string | undefined;
        readonly onProgress: (share: number) => void;
      }
    >({
      queryFn: ({ matterId, files, category, versionOf, onProgress }) =>
        uploadFiles<AddedDocuments>(`/api/v1/matters/${matterId}/documents`, files, onProgress, {
          field: 'files',
          words: { category, ...(versionOf === undefined ? {} : { versionOf }) },
        }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
    }),
    changeDocument: build.mutation<DocumentItem, One & { readonly change: ChangeDocument }>({
      query: ({ matterId, documentId, change }) => ({
        url: `/matters/${matterId}/documents/${documentId}`,
        method: 'PATCH',
        body: change,
      }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
    }),
    deleteDocument: build.mutation<object, One>({
      query: ({ matterId, documentId }) => ({
        url: `/matters/${matterId}/documents/${documentId}`,
        method: 'DELETE',
      }),
      invalidatesTags: (_result, _error, { matterId }) => [{ type: 'Matter', id: matterId }],
    }),
  }),
});

/** Where a document's bytes are. */
export const documentUrl = (matterId: string, documentId: string): string =>
  `/api/v1/matters/${matterId}/documents/${documentId}/content`;

/** Where chosen documents are as one file. */
export const bundleUrl = (matterId: string, ids: readonly string[], as: 'zip' | 'pdf'): string =>
  `/api/v1/matters/${matterId}/documents-bundle?ids=${ids.join(',')}&as=${as}`;

export const {
  useDocumentsInfiniteQuery,
  useDocumentPreviewQuery,
  useDocumentComparisonQuery,
  useEnclosedFilesQuery,
  useAddDocumentsMutation,
  useChangeDocumentMutation,
  useDeleteDocumentMutation,
} = documentsApi;
