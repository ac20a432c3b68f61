import type { Office } from '../app/services.ts';
import type { Account } from '../access/peopleQueries.ts';
import type { PackReport } from '../../contract/imports.ts';
import { takePack } from './importPack.ts';
import { STARTER_PACK } from './starterPack.ts';

/** The set that ships with the application, for any practice. */
export const takeStarterPack = (office: Office, person: Account): Promise<PackReport> =>
  takePack(office, person, STARTER_PACK);
