import type { Office } from '../app/services.ts';
import type { ContactPage } from '../../contract/directory.ts';
import { listContacts } from './queries.ts';

const DEFAULT_PAGE = 60;

export const findInDirectory = (
  office: Office,
  { query = '', limit = DEFAULT_PAGE, after }: { query?: string; limit?: number; after?: string },
): Promise<ContactPage> => listContacts(office.db, { query, limit, after });
