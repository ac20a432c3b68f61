import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { TemplateShelves } from '../../contract/templates.ts';
import { libraryShelves } from './libraryQueries.ts';

export const readShelves = (office: Office, person: Account): Promise<TemplateShelves> =>
  libraryShelves(office.db, person.id);
