import type { ContactPage } from '../../contract/directory.ts';
import { listContacts } from './queries.ts';
import type { Scope } from '../access/scope.ts';

const DEFAULT_PAGE = 60;

type DirectoryRequest = Partial<Parameters<typeof listContacts>[1]>;

export const findInDirectory = (
  scope: Scope,
  { query = '', limit = DEFAULT_PAGE, after, ...sorts }: DirectoryRequest,
): Promise<ContactPage> => listContacts(scope, { query, limit, after, ...sorts });
