import type { Office } from '../../app/services.ts';
import type { Account } from '../../access/peopleQueries.ts';
import { exportOf } from './exportJobs.ts';
import type { MadeFile } from './exportJobs.ts';
import { notFound } from '../../http/httpProblem.ts';

export function exportedFile(office: Office, person: Account, id: string): MadeFile {
  const { result, state } = exportOf(office, person, id);
  if (!result || state !== 'done') throw notFound('file of this export');
  return result;
}
