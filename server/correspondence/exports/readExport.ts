import type { ExportJob } from '../../../contract/exports.ts';
import type { PersonScope } from '../../access/scope.ts';
import type { ExportServices } from './exportJobs.ts';
import { exportOf, viewExport } from './exportJobs.ts';

/** How far an export of one's own is. */
export const readExport = (
  services: Pick<ExportServices, 'exports'>,
  scope: PersonScope,
  id: string,
): ExportJob => viewExport(exportOf(services, scope, id));
