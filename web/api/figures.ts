import type {
  Figures,
  FiguresQuery,
  RewrittenTemplate,
  TemplateFiguresDetail,
  TemplateFiguresList,
} from '../../contract/figures.ts';
import { api } from './api.ts';

const figuresApi = api.injectEndpoints({
  endpoints: (build) => ({
    figures: build.query<Figures, FiguresQuery>({
      query: (params) => ({ url: '/figures', params }),
      providesTags: ['Figures'],
    }),
    templateFigures: build.query<TemplateFiguresList, FiguresQuery>({
      query: (params) => ({ url: '/figures/templates', params }),
      providesTags: ['Figures', 'Templates'],
    }),
    templateFiguresOf: build.query<
      TemplateFiguresDetail,
      { readonly id: string; readonly query: FiguresQuery }
    >({
      query: ({ id, query }) => ({ url: `/figures/templates/${id}`, params: query }),
      providesTags: ['Figures', 'Template'],
    }),
    /** A template's wording with a rewriting taken over; asked, and nothing is changed. */
    rewrittenTemplate: build.query<
      RewrittenTemplate,
      { readonly id: string; readonly query: FiguresQuery; readonly nth: number }
    >({
      query: ({ id, query, nth }) => ({
        url: `/figures/templates/${id}/rewritten`,
        params: { ...query, nth },
      }),
    }),
  }),
});

export const {
  useFiguresQuery,
  useTemplateFiguresQuery,
  useTemplateFiguresOfQuery,
  useLazyRewrittenTemplateQuery,
} = figuresApi;
