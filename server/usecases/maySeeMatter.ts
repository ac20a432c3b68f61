import type { Office } from '../office.ts';
import { isVisible } from '../repositories/matters.ts';
import type { Account } from '../repositories/people.ts';

export const maySeeMatter = (office: Office, person: Account, matterId: string): Promise<boolean> =>
  isVisible(office.db, matterId, person.id);
