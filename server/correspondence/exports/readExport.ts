import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import type { ExportJob } from '../../../contract/exports.ts';
import { viewExport, exportOf } from './exportJobs.ts';

export const readExport = (office: Office, person: Account, id: string): ExportJob =>
  viewExport(exportOf(office, person, id));
