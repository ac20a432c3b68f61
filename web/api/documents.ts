import type {
  AddedDocuments,
  ChangeDocument,
  DocumentItem,
  DocumentPage,
  DocumentPreview,
} from '../../contract/documents.ts';
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
}

const documentsApi = api.injectEndpoints({
  endpoints: (build) => ({
    documents: build.infiniteQuery<DocumentPage, DocumentsAsked, string>({
      infiniteQueryOptions: {
        initialPageParam: '',
        getNextPageParam: ({ next }) => next ?? undefined,
      },
      query: ({ queryArg: { matterId, query, category, deleted }, pageParam }) => ({
        url: `/matters/${matterId}/documents`,
        params: {
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
    addDocuments: build.mutation<
      AddedDocuments,
      {
        readonly matterId: string;
        readonly files: readonly File[];
        readonly category: string;
        readonly onProgress: (share: number) => void;
      }
    >({
      queryFn: ({ matterId, files, category, onProgress }) =>
        uploadFiles<AddedDocuments>(`/api/v1/matters/${matterId}/documents`, files, onProgress, {
          field: 'files',
          words: { category },
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

export const {
  useDocumentsInfiniteQuery,
  useDocumentPreviewQuery,
  useAddDocumentsMutation,
  useChangeDocumentMutation,
  useDeleteDocumentMutation,
} = documentsApi;
