import type { PersonScope } from '../../access/scope.ts';
import type { ExportServices } from './exportJobs.ts';
import { exportOf } from './exportJobs.ts';

/** Stops an export of one's own; what was made so far goes with it. */
export function cancelExport(
  services: Pick<ExportServices, 'exports'>,
  scope: PersonScope,
  id: string,
): Record<string, never> {
  exportOf(services, scope, id);
  services.exports.callOff(id, scope.actor.id);
  return {};
}
