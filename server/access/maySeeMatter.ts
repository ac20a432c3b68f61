import type { Office } from '../app/services.ts';
import { isVisible } from '../matters/queries.ts';
import type { Account } from './peopleQueries.ts';

export const maySeeMatter = (office: Office, person: Account, matterId: string): Promise<boolean> =>
  isVisible(office.db, matterId, person.id);
