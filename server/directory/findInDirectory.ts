import { CONTACT_SORTS } from '../../contract/directory.ts';
import type { ContactPage } from '../../contract/directory.ts';
import { listContacts } from './queries.ts';
import type { Scope } from '../access/scope.ts';

const DEFAULT_PAGE = 60;

interface DirectoryRequest {
  readonly query?: string;
  readonly sort?: string;
  readonly reversed?: boolean;
  readonly limit?: number;
  readonly after?: string;
}

export const findInDirectory = (
  scope: Scope,
  { query = '', sort, reversed = false, limit = DEFAULT_PAGE, after }: DirectoryRequest,
): Promise<ContactPage> =>
  listContacts(scope, {
    query,
    sort: CONTACT_SORTS.find((known) => known === sort) ?? 'name',
    reversed,
    limit,
    after,
  });
