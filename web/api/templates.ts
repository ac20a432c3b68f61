import type {
  ChangeTemplate,
  Comparison,
  DraftPreview,
  DraftTemplate,
  FieldCatalogue,
  NewTemplate,
  Standing,
  TemplateContentJson,
  TemplateDetail,
  TemplateFile,
  TemplateImpact,
  TemplatePage,
  TemplateReadiness,
  Starters,
  TemplateShelves,
  TemplateSort,
} from '../../contract/templates.ts';
import { api } from './api.ts';

export interface LibraryFilter {
  readonly query: string;
  readonly folder?: string;
  readonly tag?: string;
  readonly standing?: Standing;
  readonly sort?: TemplateSort;
  readonly reversed?: boolean;
}

const templatesApi = api.injectEndpoints({
  endpoints: (build) => ({
    templates: build.infiniteQuery<TemplatePage, LibraryFilter, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next ?? undefined },
      query: ({ queryArg, pageParam }) => ({
        url: '/templates',
        params: { ...queryArg, limit: 60, ...(pageParam === null ? {} : { after: pageParam }) },
      }),
      providesTags: ['Templates'],
    }),
    /** The first of the library by name, for choosing one. */
    templateChoices: build.query<TemplatePage, void>({
      query: () => ({ url: '/templates', params: { sort: 'name', limit: 200 } }),
      providesTags: ['Templates'],
    }),
    templateShelves: build.query<TemplateShelves, void>({
      query: () => '/template-shelves',
      providesTags: ['Templates'],
    }),
    template: build.query<TemplateDetail, string>({
      query: (id) => `/templates/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Template', id }],
    }),
    createTemplate: build.mutation<TemplateDetail, NewTemplate>({
      query: (body) => ({ url: '/templates', method: 'POST', body }),
      invalidatesTags: ['Templates', 'Shelf'],
    }),
    changeTemplate: build.mutation<TemplateDetail, { readonly id: string; readonly change: ChangeTemplate }>({
      query: ({ id, change }) => ({ url: `/templates/${id}`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Template', id }, 'Templates', 'Shelf'],
    }),
    changeStanding: build.mutation<TemplateDetail, { readonly id: string; readonly standing: Standing }>({
      query: ({ id, standing }) => ({ url: `/templates/${id}/standing`, method: 'POST', body: { standing } }),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Template', id }, 'Templates', 'Shelf'],
    }),
    restoreVersion: build.mutation<TemplateDetail, { readonly id: string; readonly versionId: string }>({
      query: ({ id, versionId }) => ({
        url: `/templates/${id}/versions/${versionId}/restore`,
        method: 'POST',
      }),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'Template', id }, 'Templates', 'Shelf'],
    }),
    compareVersions: build.query<
      Comparison,
      { readonly id: string; readonly from: string; readonly to: string }
    >({
      query: ({ id, from, to }) => ({ url: `/templates/${id}/compare`, params: { from, to } }),
    }),
    templateReadiness: build.query<TemplateReadiness, string>({
      query: (id) => `/templates/${id}/readiness`,
      providesTags: (_result, _error, id) => [{ type: 'Template', id }, 'Matter'],
    }),
    templateImpact: build.mutation<
      TemplateImpact,
      { readonly id: string; readonly content: TemplateContentJson }
    >({
      query: ({ id, content }) => ({ url: `/templates/${id}/impact`, method: 'POST', body: content }),
    }),
    starters: build.query<Starters, void>({
      query: () => '/template-starters',
      providesTags: ['MatterTypes'],
    }),
    previewDraft: build.query<DraftPreview, DraftTemplate>({
      query: (body) => ({ url: '/template-drafts/preview', method: 'POST', body }),
      // Each state of a wording is asked for once and soon forgotten.
      keepUnusedDataFor: 5,
      providesTags: ['Passages', 'Matter'],
    }),
    templateFields: build.query<FieldCatalogue, string | undefined>({
      query: (matterId) => ({ url: '/template-fields', params: matterId === undefined ? {} : { matterId } }),
      providesTags: ['MatterTypes', 'Matter'],
    }),
    keepFile: build.mutation<TemplateFile, File>({
      query: (file) => {
        const body = new FormData();
        body.append('file', file);
        return { url: '/template-files', method: 'POST', body };
      },
    }),
  }),
});

export const {
  useTemplatesInfiniteQuery,
  useTemplateChoicesQuery,
  useTemplateShelvesQuery,
  useTemplateQuery,
  useCreateTemplateMutation,
  useChangeTemplateMutation,
  useChangeStandingMutation,
  useRestoreVersionMutation,
  useCompareVersionsQuery,
  useTemplateReadinessQuery,
  useTemplateImpactMutation,
  usePreviewDraftQuery,
  useStartersQuery,
  useTemplateFieldsQuery,
  useKeepFileMutation,
} = templatesApi;
