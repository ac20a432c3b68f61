import type { Standing } from './template.ts';
import type { TemplatePage, TemplateSort } from '../../contract/templates.ts';
import { foldName } from '../../core/model/words.ts';
import { listLibrary } from './libraryQueries.ts';
import type { PersonScope } from '../access/scope.ts';

const DEFAULT_PAGE = 100;

const MAX_WORDS = 8;

export interface LibraryRequest {
  readonly query?: string;
  readonly folder?: string;
  readonly tag?: string;
  readonly standing?: string;
  readonly sort?: TemplateSort;
  readonly reversed?: boolean;
  readonly limit?: number;
  readonly after?: string;
}

const STANDINGS: readonly Standing[] = ['private', 'shared', 'approved', 'retired'];

/** Templates of the library whose name, tags or wording have each word typed. */
export function findTemplates(
  scope: PersonScope,
  {
    query = '',
    folder,
    tag,
    standing,
    sort = 'name',
    reversed = false,
    limit = DEFAULT_PAGE,
    after,
  }: LibraryRequest,
): Promise<TemplatePage> {
  const words = foldName(query).split(/\s+/).filter(Boolean).slice(0, MAX_WORDS);
  const wanted = STANDINGS.find((known) => known === standing);
  return listLibrary(
    scope,
    {
      words,
      sort,
      reversed,
      ...(folder === undefined ? {} : { folder }),
      ...(tag === undefined ? {} : { tag }),
      ...(wanted === undefined ? {} : { standing: wanted }),
    },
    limit,
    after,
  );
}
