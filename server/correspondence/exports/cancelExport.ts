import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import { exportOf } from './exportJobs.ts';

export function callOffExport(office: Office, person: Account, id: string): Record<string, never> {
  exportOf(office, person, id);
  office.long.exports.callOff(id, person.id);
  return {};
}
